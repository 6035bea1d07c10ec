<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;

/**
 * Plans of many situations, as one value that changes when any byte of any plan does.
 *
 * A change of the code that should leave behaviour alone is checked with it: the value before and after is the same.
 */
final readonly class PlanDigest
{
    private const AT = '2026-09-20T12:00:00Z';

    /**
     * @param  list<ModelSheet>  $sheets
     * @param  list<Package>  $shelf
     * @param  list<Unit>  $units
     */
    public function __construct(private array $sheets, private array $shelf, private array $units) {}

    /**
     * Each drawn situation twice: as it is, and with every question agreed to and every loss accepted.
     *
     * @return iterable<string, string> JSON of the plan by what it is for
     */
    public function ofRandomSituations(int $count, int $seed): iterable
    {
        $bench = new RandomBench($this->sheets, $this->shelf, $seed);
        for ($number = 1; $number <= $count; $number++) {
            $situation = $bench->next();
            $plan = Planner::plan($situation);
            yield "{$number} as drawn" => $plan->toJson();
            yield "{$number} agreed" => self::agreed($plan)->toJson();
        }
    }

    /**
     * Every intent on every unit, with every file that the intent can be about and that names the unit's model.
     *
     * @return iterable<string, string> JSON of the plan by what it is for
     */
    public function ofDemoJobs(): iterable
    {
        foreach ($this->units as $unit) {
            $sheet = $this->sheetOf($unit);
            if ($sheet === null) {
                continue;
            }
            foreach (Intent::cases() as $intent) {
                foreach ($this->subjects($intent, $sheet) as $subject) {
                    $plan = Planner::plan($this->situation($sheet, $unit, $intent, $subject));
                    $name = "{$unit->label} {$intent->value} {$subject?->name()}";
                    yield "{$name} as it is" => $plan->toJson();
                    yield "{$name} agreed" => self::agreed($plan)->toJson();
                }
            }
        }
    }

    private function sheetOf(Unit $unit): ?ModelSheet
    {
        foreach ($this->sheets as $sheet) {
            if ($sheet->codename === $unit->codename) {
                return $sheet;
            }
        }

        return null;
    }

    /**
     * @return list<?Package>
     */
    private function subjects(Intent $intent, ModelSheet $sheet): array
    {
        $kinds = Job::of($intent)->takes();
        if ($kinds === []) {
            return [null];
        }
        $names = [$sheet->codename, ...$sheet->aliases];
        $subjects = [];
        foreach ($this->shelf as $package) {
            $codenames = $package->facts->list(PackageField::CODENAMES);
            $isForThisModel = $codenames === [] || array_intersect($codenames, $names) !== [];
            if (in_array($package->kind(), $kinds, true) && $isForThisModel) {
                $subjects[] = $package;
            }
        }

        return $subjects;
    }

    private function situation(ModelSheet $sheet, Unit $unit, Intent $intent, ?Package $subject): Situation
    {
        $kit = KitSuggestion::of($intent, $subject, $sheet, $unit, Stock::of($this->shelf), new HouseRules());
        $codenames = array_map(static fn(ModelSheet $one): string => $one->codename, $this->sheets);

        return new Situation($sheet, $unit, $kit, $intent, self::AT, shelf: $this->shelf, codenames: $codenames);
    }

    private static function agreed(Plan $plan): Plan
    {
        $situation = $plan->situation;
        $keys = Finding::keysOf($plan->findings);

        return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
    }
}

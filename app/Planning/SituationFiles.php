<?php

declare(strict_types=1);

namespace App\Planning;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/** A situation put together from files on the command line. */
final readonly class SituationFiles
{
    public const OPTIONS =
        '{--model= : Model sheet, JSON} {--unit= : Unit, JSON} {--intent=fresh : What is ' .
        'wanted} {--package=* : A file of the kit} {--house-rules= : House rules, JSON} {--agree : Agree to ' .
        'everything that only waits for a word, and waive every loss}';

    /**
     * @param  list<Package>  $kit
     */
    private function __construct(
        public ModelSheet $sheet,
        public Unit $unit,
        private array $kit,
        private Intent $intent,
        private HouseRules $house,
        private bool $agrees,
    ) {}

    /**
     * @param  array<array-key, mixed>  $options  as the console gives them
     * @return self|string the files, or what is wrong with the words
     */
    public static function from(array $options): self|string
    {
        $model = $options['model'] ?? null;
        $unit = $options['unit'] ?? null;
        $intent = is_string($options['intent'] ?? null) ? Intent::tryFrom($options['intent']) : null;
        $packages = is_array($options['package'] ?? null)
            ? array_values(array_filter($options['package'], is_string(...)))
            : [];
        if (!is_string($model) || !is_string($unit)) {
            return 'Both --model and --unit are needed.';
        }
        if ($intent === null) {
            return 'The intent is one of: ' .
                implode(', ', array_map(static fn(Intent $case): string => $case->value, Intent::cases())) .
                '.';
        }
        if ($packages === [] && Job::of($intent)->installsBuild()) {
            return 'At least one --package is needed.';
        }
        $inspector = PackageInspector::standard();
        $house = is_string($options['house-rules'] ?? null)
            ? HouseRules::fromArray(Schema::decode($options['house-rules']), $options['house-rules'])
            : new HouseRules();

        return new self(
            ModelSheet::read($model),
            Unit::read($unit),
            array_map(static function (string $path) use ($inspector): Package {
                $package = $inspector->describe($path);

                return is_file($path) && $package->integrity() !== Integrity::Damaged
                    ? $package->withSha256(Checksum::sha256($path))
                    : $package;
            }, $packages),
            $intent,
            $house,
            (bool) ($options['agree'] ?? false),
        );
    }

    public function situation(): Situation
    {
        // The plan's time is the newest observation, so that the same files give the same bytes.
        $times = array_filter(
            array_map(static fn(Fact $fact): ?string => $fact->at, $this->unit->facts),
            is_string(...),
        );

        $situation = new Situation(
            $this->sheet,
            $this->unit,
            $this->kit,
            $this->intent,
            $times === [] ? 'unknown' : max($times),
            $this->house,
            codenames: [$this->sheet->codename],
        );
        if (!$this->agrees) {
            return $situation;
        }
        $keys = array_map(static fn(Finding $finding): string => $finding->key, Planner::plan($situation)->findings);

        return $situation->with(answers: Answers::toEverything($keys));
    }

    /**
     * @return array<string, string> path by name
     */
    public function paths(): array
    {
        return array_column(
            array_map(static fn(Package $package): array => [$package->name(), $package->path], $this->kit),
            1,
            0,
        );
    }
}

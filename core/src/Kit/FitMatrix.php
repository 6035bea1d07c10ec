<?php

declare(strict_types=1);

namespace Tornavis\Core\Kit;

use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Fit\Fit1Codename;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Prepare\Prep4Accounts;
use Tornavis\Core\Rule\Prepare\Prep6ToolVersion;
use Tornavis\Core\Rule\Prepare\Prep7Battery;
use Tornavis\Core\Rule\Prepare\Prep7Hands;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\RuleId;

/**
 * Which build fits which phone, with what the shelf holds beside it.
 *
 * What a person does before the work (charging, backups, signing out) is no question of fit and is left out.
 *
 * @phpstan-type Verdict array{level: string, rule: string, otherModel: bool, words: string}
 */
final readonly class FitMatrix
{
    /** Rules about the preparation of a phone, which is no question of fit. */
    private const LEFT_OUT = [Prep4Accounts::class, Prep6ToolVersion::class, Prep7Battery::class, Prep7Hands::class];

    /**
     * @param  list<Verdict>  $verdicts  each once
     * @param  list<list<int>>  $cells  by unit and build: index into $verdicts
     */
    private function __construct(public array $verdicts, public array $cells) {}

    /**
     * @param  list<array{Unit, ModelSheet}>  $units
     * @param  list<Package>  $builds
     * @param  list<Package>  $shelf  every file at hand, the builds among them
     */
    public static function of(array $units, array $builds, array $shelf, HouseRules $house = new HouseRules()): self
    {
        $verdicts = [];
        $index = [];
        $cells = [];
        $foreign = [];
        $near = [];
        $stock = [];
        foreach ($units as [$unit, $sheet]) {
            $state = $unit->state();
            $row = [];
            $near[$sheet->codename] ??= self::near($sheet, $shelf);
            $stock[$sheet->codename] ??= Stock::of($near[$sheet->codename]);
            foreach ($builds as $number => $build) {
                $foreign[$sheet->codename][$number] ??= self::foreign($sheet, $build);
                $verdict =
                    $foreign[$sheet->codename][$number] ?:
                    self::verdict(
                        self::findings(
                            $unit,
                            $sheet,
                            $state,
                            $build,
                            $near[$sheet->codename],
                            $stock[$sheet->codename],
                            $house,
                        ),
                    );
                $key = implode('|', $verdict);
                if (!isset($index[$key])) {
                    $index[$key] = count($verdicts);
                    $verdicts[] = $verdict;
                }
                $row[] = $index[$key];
            }
            $cells[] = $row;
        }

        return new self($verdicts, $cells);
    }

    /**
     * Whether a file serves a phone for what is wanted, with what the shelf holds beside it.
     *
     * @param  ?Package  $subject  null where what is wanted needs no file
     * @param  list<Package>  $shelf
     * @return Verdict
     */
    public static function choice(
        Unit $unit,
        ModelSheet $sheet,
        ?Package $subject,
        Intent $intent,
        array $shelf,
        HouseRules $house = new HouseRules(),
    ): array {
        $foreign = $subject === null ? false : self::foreign($sheet, $subject);
        if ($foreign !== false) {
            return $foreign;
        }
        $near = self::near($sheet, $shelf);
        $kit = KitSuggestion::of($intent, $subject, $sheet, $unit, Stock::of($near), $house);
        $situation = new Situation($sheet, $unit, $kit, $intent, '', $house, shelf: $near);

        return self::verdict(FitRules::each($situation, self::rules()));
    }

    /**
     * @return list<class-string<FitRule>>
     */
    private static function rules(): array
    {
        return array_values(array_diff(FitRules::ALL, self::LEFT_OUT));
    }

    /**
     * Everything that is to be said about one cell, the worst first.
     *
     * @param  list<Package>  $shelf
     * @return list<Finding>
     */
    public static function cell(
        Unit $unit,
        ModelSheet $sheet,
        Package $build,
        array $shelf,
        HouseRules $house = new HouseRules(),
    ): array {
        $near = self::near($sheet, $shelf);
        $findings = iterator_to_array(
            self::findings($unit, $sheet, $unit->state(), $build, $near, Stock::of($near), $house),
            false,
        );
        $order = array_flip([
            Severity::Stop->value,
            Severity::Settle->value,
            Severity::Mind->value,
            Severity::Note->value,
            Severity::Clear->value,
        ]);
        usort(
            $findings,
            static fn(Finding $a, Finding $b): int => $order[$a->severity->value] <=> $order[$b->severity->value],
        );

        return $findings;
    }

    /**
     * @param  list<Package>  $near
     * @return \Generator<int, Finding>
     */
    private static function findings(
        Unit $unit,
        ModelSheet $sheet,
        State $state,
        Package $build,
        array $near,
        Stock $stock,
        HouseRules $house,
    ): \Generator {
        $kit = KitSuggestion::for($build, $sheet, $unit, $stock, $house, $state);
        $situation = new Situation($sheet, $unit, $kit, Intent::Fresh, '', $house, shelf: $near, state: $state);

        return FitRules::each($situation, self::rules());
    }

    /**
     * The first stop, or else the first thing to decide.
     *
     * @param  iterable<Finding>  $findings
     * @return Verdict
     */
    private static function verdict(iterable $findings): array
    {
        $settle = null;
        $firmwareFirst = false;
        foreach ($findings as $finding) {
            if ($finding->severity === Severity::Stop) {
                return self::words($finding);
            }
            $settle ??= $finding->severity === Severity::Settle ? $finding : null;
            $firmwareFirst =
                $firmwareFirst || ($finding->severity === Severity::Note && $finding->rule === RuleId::Base1);
        }
        if ($settle !== null) {
            return self::words($settle);
        }
        if ($firmwareFirst) {
            return [
                'level' => Severity::Clear->value,
                'rule' => RuleId::Base1->value,
                'otherModel' => false,
                'words' => 'Fits, with firmware first',
            ];
        }

        return ['level' => Severity::Clear->value, 'rule' => '', 'otherModel' => false, 'words' => 'Fits'];
    }

    /**
     * @return Verdict
     */
    private static function words(Finding $finding): array
    {
        return [
            'level' => $finding->severity->value,
            'rule' => $finding->rule->value,
            'otherModel' => false,
            'words' => "{$finding->need}: {$finding->found}",
        ];
    }

    /**
     * The verdict on a build for another phone; false where its codename fits.
     *
     * @return Verdict|false
     */
    private static function foreign(ModelSheet $sheet, Package $build): array|false
    {
        $finding = Fit1Codename::judge($sheet, $build);

        return $finding->severity === Severity::Stop
            ? [
                'level' => Severity::Stop->value,
                'rule' => $finding->rule->value,
                'otherModel' => !Fit1Codename::isLookalike($sheet, $build),
                'words' => ucfirst($finding->found),
            ]
            : false;
    }

    /**
     * The files that could serve a phone of this model.
     *
     * @param  list<Package>  $shelf
     * @return list<Package>
     */
    private static function near(ModelSheet $sheet, array $shelf): array
    {
        return array_values(
            array_filter($shelf, static function (Package $package) use ($sheet): bool {
                $codenames = $package->facts->list(Field::CODENAMES);

                return $codenames === [] || array_intersect($codenames, [$sheet->codename, ...$sheet->aliases]) !== [];
            }),
        );
    }
}

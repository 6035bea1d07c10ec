<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\KnownPlaces;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each archive whose images are written one by one, about those that are not.
 *
 * Why: Half a firmware starts nothing, and what was written in part is later taken for the whole.
 */
final class Fit12Places implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit12;
    }

    public static function purpose(): string
    {
        return 'Every image of a file that is used is written, or named as left out with the reason. Of one whose ' .
            'place the sheet does not know it is asked.';
    }

    public function look(Situation $situation): iterable
    {
        $firmware = $situation->firmware->chosen();
        if ($firmware !== null && $situation->firmware->isFlashed($firmware)) {
            yield from self::unknown($situation, $firmware);
            yield from self::leftOut($situation, $firmware);
        }
        $bundle = $situation->files->subject();
        if ($bundle?->kind() === PackageKind::StockBundle) {
            yield from self::unknown($situation, $bundle);
        }
    }

    /**
     * @return \Generator<int, Finding>
     */
    private static function unknown(Situation $situation, Package $package): \Generator
    {
        $unknown = (new KnownPlaces($situation->sheet))->unknown($package);
        if ($unknown === []) {
            return;
        }
        $names = implode(', ', $unknown);
        $listed = implode(',', $unknown);
        $codename = $situation->sheet->codename;
        $question = new ModelQuestion(
            SheetAnswer::PLACES,
            "Whether it has {$names}",
            ["+{$listed}" => 'yes, write them', "-{$listed}" => 'no, leave them out'],
            "+{$listed}",
        );
        yield Finding::toSettle(
            self::id(),
            need: "A place for every image of {$package->name()}",
            found: "the sheet of {$codename} does not list {$names}",
            reason: 'What is left out of it stays as old as it is, beside parts that are new. Half of it may not ' .
                'start.',
            remedy: Remedy::say(
                [$question],
                'Paste the listing of its partitions by name, which shows them. Or say it, if you know.',
            ),
            subject: "{$package->name()}/places",
        );
    }

    /**
     * @return \Generator<int, Finding>
     */
    private static function leftOut(Situation $situation, Package $package): \Generator
    {
        $leftOut = $situation->firmware->leftOut($package);
        // Rule BASE-5 speaks of the modem.
        unset($leftOut['modem'], $leftOut['radio']);
        $said = array_map(
            static fn(string $name, string $why): string => "{$name}: {$why}",
            array_keys($leftOut),
            $leftOut,
        );
        if ($said !== []) {
            yield Finding::note(
                self::id(),
                need: "Every image of {$package->name()}",
                found: 'without ' . implode(', ', array_keys($leftOut)),
                reason: 'The plan leaves out ' . implode('; ', $said) . '.',
                subject: "{$package->name()}/left-out",
            );
        }
    }
}

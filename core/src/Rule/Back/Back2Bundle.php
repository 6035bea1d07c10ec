<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\Fit\Fit2Variant;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in a job that goes back to stock, about the bundle, its region and the bootloader.
 *
 * Why: A bundle of another region can lose the radio; locking over a system that the maker did not sign ends the
 * phone.
 */
final class Back2Bundle implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Back2;
    }

    public static function purpose(): string
    {
        return 'Going back to stock needs the maker\'s whole bundle for this region, and never ends with a locked ' .
            'bootloader over a foreign build.';
    }

    public function look(Situation $situation): iterable
    {
        $bundle = $situation->files->bundle();
        if ($bundle === null) {
            yield Finding::stop(
                self::id(),
                need: "The maker's bundle of images",
                found: 'not in the kit',
                reason: 'Nothing in the kit would be written.',
                remedy: Remedy::getFile("Add the stock bundle for {$situation->sheet->codename}."),
                subject: 'bundle',
            );

            return;
        }
        $writes = $bundle->facts->list(Field::WRITES);
        $lacks = array_values(
            array_diff(
                array_unique([
                    ...$situation->sheet->startPartitions(),
                    PartitionName::System->value,
                    ...Layout::bundleIsPhysical($situation->sheet) ? $situation->sheet->logicalPartitions() : [],
                    ...$situation->state->slot($situation->slots->active())->verificationOn === false
                        ? []
                        : $situation->sheet->verificationPartitions(),
                ]),
                $writes,
            ),
        );
        yield $lacks === []
            ? Finding::clear(
                self::id(),
                need: 'A whole system in the bundle',
                found: implode(', ', $writes),
                reason: 'It holds every image that a start needs.',
                subject: 'whole',
            )
            : Finding::stop(
                self::id(),
                need: 'A whole system in the bundle',
                found: 'lacks ' . implode(', ', $lacks),
                reason: 'Without these images the phone would not start.',
                remedy: Remedy::getFile('Get the whole bundle from the maker.'),
                subject: 'whole',
            );
        yield from Fit2Variant::region($situation, $bundle, self::id(), 'region');
        yield Finding::caution(
            self::id(),
            need: 'The bootloader stays unlocked',
            found: 'it does',
            reason: 'Lock it again only after the complete maker\'s system has started from every slot; locking ' .
                'over a ' .
                'foreign build makes the phone unusable.',
            subject: 'lock',
        );
    }
}

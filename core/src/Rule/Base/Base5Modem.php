<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\Fit\Fit2Variant;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\RegionFit;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where firmware would be written.
 *
 * Why: A modem of another region can lose networks.
 *
 * Schools: Some keep a modem that works, others take the one of the firmware; the house decides.
 */
final class Base5Modem implements FitRule
{
    private const MODEM = PartitionName::Modem->value;

    public static function id(): RuleId
    {
        return RuleId::Base5;
    }

    public static function purpose(): string
    {
        return 'Whether the modem is updated is a decision of its own. Firmware that may be for another region is ' .
            'asked about.';
    }

    public function look(Situation $situation): iterable
    {
        $written = $situation->firmware->slotsBelowMinimum() !== [] && !$situation->layout->copiesSlot();
        // A file that is not taken for its region is named with it, where the job would have taken it.
        $isAsked = $written || in_array(PackageKind::Firmware, $situation->job->takes(), true);
        $chosen = $situation->firmware->chosen();
        $isRight = $chosen !== null && $situation->fit->region($chosen) === RegionFit::Same;
        $judged = $isRight ? [$chosen] : $situation->files->ofKind(PackageKind::Firmware);
        foreach ($isAsked ? $judged : [] as $index => $package) {
            $subject = $index === 0 ? 'region' : "region/{$package->name()}";
            yield from Fit2Variant::region($situation, $package, self::id(), $subject);
        }
        $firmware = $chosen;
        if (!$written || $firmware === null) {
            return;
        }
        $isInstalled = $situation->firmware->isInstalled($firmware);
        $writes = $firmware->facts->list(Field::WRITES);
        // A script whose writes nobody could read may write the modem too.
        $brings = $isInstalled
            ? $writes === [] || in_array(self::MODEM, $writes, true)
            : $firmware->imageFor(self::MODEM) !== null;
        if ($brings && $situation->sheet->partition(self::MODEM) !== null) {
            $along = $isInstalled || in_array(self::MODEM, $situation->firmware->partitions($firmware), true);
            yield Finding::caution(
                self::id(),
                need: 'The modem',
                found: $along ? 'updated along' : 'kept as it is',
                reason: ($along
                    ? 'The firmware is written as a whole.'
                    : 'The rest of the firmware goes in without it.') . ' Radio firmware falls under local radio law.',
                remedy: Remedy::doFirst('The house rule decides; the other way is on the score.'),
                subject: 'modem',
            );
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
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
    public static function id(): RuleId
    {
        return RuleId::Base5;
    }

    public static function purpose(): string
    {
        return 'Updating the modem is a yes or no of its own, and firmware of a region that may be another is ' .
            'asked about.';
    }

    public function look(Situation $situation): iterable
    {
        $firmware = $situation->firmware->chosen();
        if (
            $firmware === null ||
            $situation->firmware->slotsBelowMinimum() === [] ||
            $situation->layout->copiesSlot()
        ) {
            return;
        }
        if ($firmware->imageFor('modem') !== null && $situation->sheet->partition('modem') !== null) {
            $along = in_array('modem', $situation->firmware->partitions($firmware), true);
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
        $region = $firmware->facts->best(Field::REGION);
        $mine = $situation->state->fact(StateField::FirmwareRegion->in($situation->slots->active()));
        if ($region !== null && !$mine->known()) {
            $finding = Finding::toSettle(
                self::id(),
                need: 'Firmware of this phone\'s region',
                found: "{$region->text()}, the phone's is unknown",
                reason: 'Radio firmware of another region may take the network away, and falls under other radio law.',
                remedy: Remedy::enterFactOrAgree(
                    'Read the region in the bootloader or the model in the about page and enter it, or agree that it ' .
                        'is the same.',
                ),
                subject: 'region',
                facts: [$region, $mine],
            );
            yield $situation->answers->agreedTo($finding->key)
                ? $finding->settled('You agreed that the region is the same.')
                : $finding;
        }
    }
}

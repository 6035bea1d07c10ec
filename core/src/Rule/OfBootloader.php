<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/** What the bootloader's list of variables shows at once, and is therefore asked about at once. */
final class OfBootloader
{
    public static function isLockOpen(Situation $situation): bool
    {
        return !$situation->job->unlocksBootloader() &&
            $situation->job->needsUnlockedBootloader($situation) &&
            !$situation->state->fact(StateField::BootloaderUnlocked)->known();
    }

    public static function isSlotOpen(Situation $situation): bool
    {
        return $situation->sheet->hasTwoSlots() === true &&
            !$situation->job->unlocksBootloader() &&
            !$situation->state->fact(StateField::ActiveSlot)->known();
    }

    public static function lock(Situation $situation): Finding
    {
        return Finding::toSettle(
            RuleId::Prep1,
            need: 'Bootloader unlocked',
            found: 'unknown',
            reason: 'Whether the bootloader is unlocked has not been seen.',
            remedy: Remedy::enterFact('Start the bootloader and read its lock line, then enter it.'),
            facts: [$situation->state->fact(StateField::BootloaderUnlocked)],
        );
    }

    public static function slot(Situation $situation): Finding
    {
        return Finding::toSettle(
            RuleId::Slots4,
            need: 'The active slot',
            found: 'unknown',
            reason: 'Which slot is written, erased and started follows from it. The steps below are only drawn as if ' .
                'it were ' .
                strtoupper($situation->slots->active()) .
                '; they can be the other way round.',
            remedy: Remedy::enterFact('Read it from the bootloader\'s list of variables and enter it.'),
            subject: 'active',
            facts: [$situation->state->fact(StateField::ActiveSlot)],
        );
    }

    public static function both(Finding $lock, Finding $slot): Finding
    {
        return Finding::together(
            [$lock, $slot],
            need: 'Bootloader unlocked, and the active slot known',
            found: 'neither is known',
            reason: "{$lock->reason} {$slot->reason}",
            remedy: Remedy::enterFact(
                'Start the bootloader and paste its list of variables, which shows both. Or read them there and ' .
                    'enter them.',
            ),
            subject: 'bootloader',
        );
    }
}

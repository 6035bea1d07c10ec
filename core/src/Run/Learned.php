<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Slot;

/**
 * What is known of a phone after a run has seen something of it.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Learned
{
    /**
     * What is known after something was seen of the phone; a start that failed, and a recovery that did not come, are
     * remembered.
     *
     * @param  array<string, FactValue>  $facts
     * @param  array<string, FactValue>  $seen
     * @return array<string, FactValue>
     */
    public static function of(array $facts, array $seen, ?PlannedStep $step): array
    {
        $facts = array_merge($facts, $seen);
        $slot = self::slotInUse($facts);
        $mode = $facts[StateField::Mode->value] ?? null;
        if (in_array($mode, [Mode::BootLoop->value, Mode::Stuck->value], true)) {
            $facts[StateField::OsFailedAs->in($slot)] = BootCheck::likeness($facts, $slot);
        } elseif ($mode === Mode::System->value && isset($facts[StateField::OsFailedAs->in($slot)])) {
            $facts[StateField::OsFailedAs->in($slot)] = null;
        }
        $isShown = ($seen[StateField::Mode->value] ?? null) === Mode::Bootloader->value;
        if ($isShown && $step !== null && $step->leadsTo(Mode::Recovery)) {
            // It was asked for its recovery and came up here: what recovery it holds is no longer known.
            $facts = array_merge($facts, RecoveryFacts::unknown($slot));
        }

        return $facts;
    }

    /**
     * With the recovery that a restart has brought; one that is only started once is not the one that was written.
     *
     * @param  array<string, FactValue>  $facts
     * @return array<string, FactValue>
     */
    public static function recovery(array $facts, PlannedStep $step): array
    {
        $slot = self::slotInUse($facts);
        $isSeen =
            $step->leadsTo(Mode::Recovery) &&
            ($facts[StateField::Mode->value] ?? null) === Mode::Recovery->value &&
            ($facts[StateField::RunningRecovery->value] ?? []) === [];

        return $isSeen
            ? [...$facts, StateField::RecoveryRanAs->in($slot) => BootCheck::recoveryLikeness($facts, $slot)]
            : $facts;
    }

    /** @param  array<string, FactValue>  $facts */
    private static function slotInUse(array $facts): string
    {
        $slot = $facts[StateField::ActiveSlot->value] ?? null;

        return is_string($slot) ? $slot : Slot::Only->value;
    }
}

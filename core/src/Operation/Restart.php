<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Slot;

/**
 * What any restart changes, by command or by keys.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Restart
{
    /** Why the phone would not come up at all, in whatever mode; null when it would. */
    public static function refusal(State $state, ModelSheet $sheet): ?string
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];

        return $state->slot($slot)->firmwareIsInPart
            ? Slot::named($slot) .
                    ' holds firmware that was written only in part: after a restart the phone shows nothing. ' .
                    'Write the firmware whole first.'
            : null;
    }

    /**
     * @return array<string, FactValue>
     */
    public static function effects(State $state, Mode $to): array
    {
        $slot = $state->activeSlot();
        $effects = [StateField::Mode->value => $to->value, StateField::RunningSlot->value => $slot];
        if ($state->list(StateField::RunningRecovery) !== []) {
            $effects[StateField::RunningRecovery->value] = null;
        }
        if ($state->flag(StateField::StorageStale) === true) {
            $effects[StateField::StorageStale->value] = false;
        }
        if ($state->flag(StateField::RecoveryPending) === true) {
            $effects[StateField::RecoveryPending->value] = false;
            if ($to === Mode::System && $slot !== null) {
                // The maker's system puts its own recovery back when it starts before the new one has run once.
                $effects += RecoveryFacts::none($slot);
            }
        }

        return $effects;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;

/** The recovery that runs: one that was started once, or else the one of the slot that it runs from. */
final class RunningRecovery
{
    /**
     * @return list<string>
     */
    public static function abilities(State $state): array
    {
        $startedOnce = $state->list(StateField::RunningRecovery);
        $slot = $state->text(StateField::RunningSlot);

        return match (true) {
            $startedOnce !== [] => $startedOnce,
            $slot === null => [],
            default => $state->slot($slot)->recoveryAbilities,
        };
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\State;

/** The recovery that runs: one that was started once, or else the one of the slot that it runs from. */
final class RunningRecovery
{
    /**
     * @return list<string>
     */
    public static function abilities(State $state): array
    {
        return $state->list('recovery.running') !== []
            ? $state->list('recovery.running')
            : $state->list("slot.{$state->text('slot.running')}.recovery.abilities");
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Mode;

/**
 * What any restart changes, by command or by keys.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Restart
{
    /**
     * @return array<string, FactValue>
     */
    public static function effects(State $state, Mode $to): array
    {
        $slot = $state->activeSlot();
        $effects = ['mode' => $to->value, 'slot.running' => $slot];
        if ($state->list('recovery.running') !== []) {
            $effects['recovery.running'] = null;
        }
        if ($state->flag('storage.stale') === true) {
            $effects['storage.stale'] = false;
        }
        if ($state->flag('recovery.pending') === true) {
            $effects['recovery.pending'] = false;
            if ($to === Mode::System) {
                // The maker's system puts its own recovery back when it starts before the new one has run once.
                $effects += [
                    "slot.{$slot}.recovery.family" => null,
                    "slot.{$slot}.recovery.version" => null,
                    "slot.{$slot}.recovery.abilities" => [],
                ];
            }
        }

        return $effects;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Operation\DeleteLogical;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SuperBudget;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/** The steps that make room in super for what a job writes there. */
final class RoomInSuper
{
    /**
     * @param  string  $ofItsOwn  why a partition goes that lies in the slot which is written
     * @return list<StepDraft>
     */
    public static function steps(Situation $situation, StepKey $key, string $ofItsOwn): array
    {
        $slot = $situation->slots->active();
        $steps = [];
        foreach (SuperBudget::of($situation)->remove ?? [] as $part) {
            $why =
                $part['slot'] === $slot
                    ? $ofItsOwn
                    : 'It is left over in the other slot, and what goes in does not fit beside it.';
            $steps[] = new StepDraft(
                $key->of("{$part['slot']}.{$part['partition']}"),
                Phase::Install,
                new DeleteLogical($part['partition'], $part['slot'], $part['bytes']),
                [new Reason(RuleId::Layout1, $why)],
            );
        }

        return $steps;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Fit\Fit4Trial;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/** Whether the internal storage has room for an image that is tried beside the system, and for its data. */
final class RoomForTrial
{
    public static function of(Situation $situation, RuleId $rule): Finding
    {
        $free = $situation->state->fact(StateField::DataFreeBytes);
        $needed = Fit4Trial::neededBytes($situation);
        $need = Size::text($needed) . ' free on the internal storage';
        if (!is_int($free->value)) {
            return Finding::toSettle(
                $rule,
                need: $need,
                found: 'unknown',
                reason: 'The image and its data lie there as long as it is tried.',
                remedy: Remedy::enterFactOrAgree(
                    'Look it up in the settings and enter it, or agree that there is room.',
                ),
                subject: 'room',
                facts: [$free],
            )->unlessAgreed($situation->answers, 'You agreed that there is room.');
        }

        return $free->value >= $needed
            ? Finding::clear(
                $rule,
                need: $need,
                found: Size::text($free->value),
                reason: 'There is room.',
                subject: 'room',
                facts: [$free],
            )
            : Finding::stop(
                $rule,
                need: $need,
                found: Size::text($free->value),
                reason: 'The image and its data do not fit.',
                remedy: Remedy::doFirst('Free ' . Size::text($needed - $free->value) . ' on the phone.'),
                subject: 'room',
                facts: [$free],
            );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/** Whether the internal storage, as it is, has room for what a job lays there. */
final class RoomOnStorage
{
    /**
     * @param  int  $needed  bytes
     * @param  string  $what  what lies there, as the subject of a sentence with more than one thing in it
     */
    public static function of(Situation $situation, RuleId $rule, int $needed, string $what, string $until): Finding
    {
        $free = $situation->state->fact(StateField::DataFreeBytes);
        $need = Size::text($needed) . ' free on the internal storage';
        if (!is_int($free->value)) {
            return Finding::toSettle(
                $rule,
                need: $need,
                found: 'unknown',
                reason: "{$what} lie there {$until}.",
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
                reason: "{$what} do not fit.",
                remedy: Remedy::doFirst('Free ' . Size::text($needed - $free->value) . ' on the phone.'),
                subject: 'room',
                facts: [$free],
            );
    }
}

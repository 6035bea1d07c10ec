<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;

/**
 * Speaks in a job that brings a phone back: whether a slot starts, and which.
 *
 * Why: What makes a slot start: a whole system, its own start images, firmware that is new enough, and data that it
 * can read.
 */
final class Back3Start implements FitRule
{
    private const NEED = 'A system on the phone that starts';

    public static function id(): RuleId
    {
        return RuleId::Back3;
    }

    public static function purpose(): string
    {
        return 'A phone that was left in the middle is brought back by the least that does it: a restart, or the ' .
            'other slot and a restart.';
    }

    public function look(Situation $situation): iterable
    {
        $mode = $situation->state->mode();
        if ($mode === null || $mode === Mode::System) {
            yield Finding::stop(
                self::id(),
                need: 'A phone that is outside its system',
                found: $mode === null ? 'unknown' : 'in its system',
                reason: $mode === null ? 'What the phone shows has not been seen.' : 'There is nothing to bring back.',
                remedy: $mode === null
                    ? Remedy::enterFact('Look at the phone and enter its mode on its page.')
                    : Remedy::doFirst('Leave this job, or enter the mode that the phone shows now on its page.'),
                subject: 'mode',
                facts: [$situation->state->fact(StateField::Mode)],
            );

            return;
        }
        $slot = $situation->slots->starting();
        if ($slot === null) {
            $obstacles = array_map(
                static fn(string $one): string => (Slot::isOnly($one) ? '' : 'Slot ' . strtoupper($one) . ': ') .
                    (string) BootCheck::obstacle($situation->state, $situation->sheet, $one) .
                    '.',
                $situation->sheet->slots,
            );
            yield Finding::stop(
                self::id(),
                need: self::NEED,
                found: 'none',
                reason: implode(' ', array_map(ucfirst(...), $obstacles)) .
                    ' A restart does not help; a build has to go in.',
                remedy: Remedy::doFirst('Plan a fresh install, or the way back to stock.'),
            );

            return;
        }
        $family = $situation->state->slot($slot)->os->family ?? 'a system';
        $data = $situation->state->data()->empty === true ? 'with empty data' : 'with its data';
        yield Finding::clear(
            self::id(),
            need: self::NEED,
            found: Slot::isOnly($slot) ? $family : "{$family} in slot " . strtoupper($slot),
            reason: $slot === $situation->slots->active()
                ? "A restart is enough: it starts {$data}."
                : 'The slot that is active does not start; with the other one active it does, ' . "{$data}.",
        );
    }
}

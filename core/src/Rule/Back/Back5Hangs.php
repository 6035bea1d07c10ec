<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\RecoveryChoice;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in a job that resets a phone by the maker's own recovery: whether the maker's system is whole, and whether the
 * recovery is still the maker's.
 *
 * Why: A reset empties the data and brings nothing back; a system that is not whole starts no better after it.
 */
final class Back5Hangs implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Back5;
    }

    public static function purpose(): string
    {
        return "A reset by the maker's recovery is for the maker's whole system that hangs at its logo.";
    }

    public function look(Situation $situation): iterable
    {
        $slot = $situation->slots->active();
        $state = $situation->state;
        $mode = $state->mode();
        yield $mode === Mode::System
            ? Finding::stop(
                self::id(),
                need: 'A system that does not start',
                found: 'it runs',
                reason: 'A phone that runs is reset in its settings, where it also ends its accounts in order.',
                remedy: Remedy::doFirst('Reset it in the settings of the system.'),
                subject: 'mode',
                facts: [$state->fact(StateField::Mode)],
            )
            : Finding::clear(
                self::id(),
                need: 'A system that does not start',
                found: $mode?->label() ?? 'unknown',
                reason: 'The phone is not in its system.',
                subject: 'mode',
                facts: [$state->fact(StateField::Mode)],
            );
        yield $this->system($situation, $slot);
        yield $this->recovery($situation, $slot);
    }

    private function system(Situation $situation, string $slot): Finding
    {
        $os = $situation->state->slot($slot)->os;
        $stock = $situation->state->fact(StateField::OsStock->in($slot));
        $facts = [$stock, $situation->state->fact(StateField::OsState->in($slot))];
        $need = "The maker's whole system";

        return match (true) {
            $stock->value === false => Finding::stop(
                self::id(),
                need: $need,
                found: $os->family ?? 'another one',
                reason: "What is installed is not the maker's; its data is formatted in the recovery that put it in.",
                remedy: Remedy::doFirst('Plan a fresh install of the same build.'),
                subject: 'system',
                facts: $facts,
            ),
            !$os->isComplete() => Finding::stop(
                self::id(),
                need: $need,
                found: $os->state->value ?? 'unknown',
                reason: 'A reset brings no system back.',
                remedy: Remedy::doFirst("Go back to stock with the maker's bundle."),
                subject: 'system',
                facts: $facts,
            ),
            $stock->value === null => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'not known to be the maker\'s',
                reason: "Whether the maker's own system is installed has not been seen.",
                remedy: Remedy::enterFact('Enter it on the page of the phone.'),
                subject: 'system',
                facts: $facts,
            ),
            default => Finding::clear(
                self::id(),
                need: $need,
                found: $os->family ?? 'there',
                reason: 'It is whole, so that a start on empty data is likely.',
                subject: 'system',
                facts: $facts,
            ),
        };
    }

    private function recovery(Situation $situation, string $slot): Finding
    {
        $fact = $situation->state->fact(StateField::RecoveryFamily->in($slot));
        $isMakers = !$fact->known() || $fact->value === RecoveryChoice::MAKERS_OWN;

        return $isMakers
            ? Finding::clear(
                self::id(),
                need: "The maker's recovery",
                found: 'not replaced, as far as is known',
                reason: "It came with the maker's system.",
                subject: 'recovery',
                facts: [$fact],
            )
            : Finding::stop(
                self::id(),
                need: "The maker's recovery",
                found: $fact->text(),
                reason: "{$fact->text()} has taken its place.",
                remedy: Remedy::doFirst('Format data in the recovery that is there, or go back to stock.'),
                subject: 'recovery',
                facts: [$fact],
            );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Slots;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks on a phone with two slots, in every job that leaves something in one of them.
 *
 * Why: A write to the slot that was taken for the other one overwrites the system that still starts.
 */
final class Slots4Active implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Slots4;
    }

    public static function purpose(): string
    {
        return 'On a phone with two slots it is known which one is active before anything is written; none is assumed.';
    }

    public function look(Situation $situation): iterable
    {
        if (!$situation->sheet->hasTwoSlots() || $situation->job->unlocksBootloader()) {
            return;
        }
        $active = $situation->state->fact(StateField::ActiveSlot);
        if ($active->known()) {
            return;
        }
        yield Finding::toSettle(
            self::id(),
            need: 'The active slot',
            found: 'unknown',
            reason: 'Which slot is written, erased and started follows from it. The steps below are only drawn as if ' .
                'it were ' .
                strtoupper($situation->slots->active()) .
                '; they can be the other way round.',
            remedy: Remedy::enterFact('Read it from the bootloader\'s list of variables and enter it.'),
            subject: 'active',
            facts: [$active],
        );
    }
}

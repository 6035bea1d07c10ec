<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Slots;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\OfBootloader;
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
        // Where its lock is not known either, rule PREP-1 asks about both.
        if (OfBootloader::isSlotOpen($situation) && !OfBootloader::isLockOpen($situation)) {
            yield OfBootloader::slot($situation);
        }
    }
}

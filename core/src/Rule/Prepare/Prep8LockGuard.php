<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the maker's guard is on.
 *
 * Why: It lasts for a time that the maker sets, and nothing here goes around it.
 */
final class Prep8LockGuard implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep8;
    }

    public static function purpose(): string
    {
        return 'Under the maker\'s lock-guard state a phone takes no recovery until the state clears.';
    }

    public function look(Situation $situation): iterable
    {
        $fact = $situation->state->fact(StateField::LockGuard);
        if ($fact->value === true) {
            yield Finding::stop(
                self::id(),
                need: 'No lock-guard state',
                found: 'present',
                reason: 'The phone is under its maker\'s lock-guard state and will not take a recovery.',
                remedy: Remedy::doFirst('Wait until it clears; the maker\'s terms say when.'),
                facts: [$fact],
            );
        }
    }
}

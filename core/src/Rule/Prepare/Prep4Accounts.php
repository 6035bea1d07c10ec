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
 * Speaks in every job that takes the data.
 *
 * Why: An account that is still signed in guards the phone against theft after an erase. Only its owner signs out;
 * nothing here goes around it.
 */
final class Prep4Accounts implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep4;
    }

    public static function purpose(): string
    {
        return 'Accounts are signed out and the screen lock is removed before an erase, by the owner; otherwise ' .
            'the phone locks its owner out.';
    }

    public function look(Situation $situation): iterable
    {
        if (!$situation->job->erasesData($situation)) {
            return;
        }
        $accounts = $this->judge(
            $situation,
            StateField::Accounts->value,
            'No account signed in',
            'Accounts that guard against theft ask for their password after the erase. Only the owner can sign out.',
            'Sign out of every account',
        );
        $lock = $this->judge(
            $situation,
            StateField::ScreenLock->value,
            'No screen lock',
            'A screen lock that stays can leave data that the new OS cannot decrypt.',
            'Remove screen lock and biometrics',
        );
        $isUnknown =
            !self::isKnown($situation, StateField::Accounts) && !self::isKnown($situation, StateField::ScreenLock);
        if (!$isUnknown || !$accounts->takesAWord() || !$lock->takesAWord()) {
            yield from [$accounts, $lock];

            return;
        }
        $both = self::both($accounts, $lock);
        yield $both->unlessAgreed($situation->answers, 'You agreed to do it at the start of the run.');
    }

    private static function isKnown(Situation $situation, StateField $field): bool
    {
        return $situation->state->fact($field->value)->known();
    }

    /** Where nobody knows either, one word settles both. */
    private static function both(Finding $accounts, Finding $lock): Finding
    {
        return Finding::together(
            [$accounts, $lock],
            need: 'No account signed in, and no screen lock',
            found: 'not known',
            reason: "{$accounts->reason} {$lock->reason}",
            remedy: Remedy::letPlanDoIt(
                'Sign out of every account, and remove screen lock and biometrics: the plan begins with it. Agree to ' .
                    'do it there.',
            ),
            subject: 'locks',
        );
    }

    private function judge(Situation $situation, string $name, string $need, string $reason, string $todo): Finding
    {
        $fact = $situation->state->fact($name);
        if ($fact->value === false) {
            return Finding::clear(
                self::id(),
                need: $need,
                found: 'none',
                reason: 'Nothing to do.',
                subject: $name,
                facts: [$fact],
            );
        }
        $have = match (true) {
            $fact->value !== true => 'not known',
            $name === StateField::ScreenLock->value => 'a lock is set',
            default => 'somebody is signed in',
        };
        if ($situation->modes->systemIsOut()) {
            return $name === StateField::ScreenLock->value
                ? Finding::note(
                    self::id(),
                    need: $need,
                    found: $have,
                    reason: 'The system does not start, so that it cannot be removed now. The erase takes it along.',
                    subject: $name,
                    facts: [$fact],
                )
                : Finding::toSettle(
                    self::id(),
                    need: $need,
                    found: $have,
                    reason: "{$reason} The system does not start, so that nobody can sign out on the phone.",
                    remedy: Remedy::enterFact(
                        'Have the owner take this phone out of the account from another device, then enter on its ' .
                            'page ' .
                            'that nobody is signed in.',
                    ),
                    subject: $name,
                    facts: [$fact],
                );
        }
        $finding = Finding::toSettle(
            self::id(),
            need: $need,
            found: $have,
            reason: $reason,
            remedy: Remedy::letPlanDoIt("{$todo}: the plan begins with it. Agree to do it there."),
            subject: $name,
            facts: [$fact],
        );

        return $finding->unlessAgreed($situation->answers, 'You agreed to do it at the start of the run.');
    }
}

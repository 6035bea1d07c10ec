<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Operation\RemoveLock;
use Tornavis\Core\Operation\SignOut;
use Tornavis\Core\Phone\StateField;

use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to every job that takes the data, where somebody can still sign out.
 *
 * Why: An account that is still signed in asks for its password after the erase, and locks its owner out.
 */
final class Prep4SignOut implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep4;
    }

    public static function purpose(): string
    {
        return 'Accounts and screen lock go before the erase.';
    }

    public function contribute(Situation $situation): Contribution
    {
        if (!$situation->job->erasesData($situation) || $situation->modes->systemIsOut()) {
            return new Contribution();
        }
        $steps = [];
        if ($situation->state->flag(StateField::Accounts) !== false) {
            $steps[] = new StepDraft(StepKey::PrepSignOut, Phase::Prepare, new SignOut(), [
                new Reason(self::id(), 'An account that is still signed in locks its owner out after the erase.'),
            ]);
        }
        if ($situation->state->flag(StateField::ScreenLock) !== false) {
            $steps[] = new StepDraft(StepKey::PrepRemoveLock, Phase::Prepare, new RemoveLock(), [
                new Reason(self::id(), 'A screen lock that stays can leave data that the new system cannot decrypt.'),
            ]);
        }

        return new Contribution($steps);
    }
}

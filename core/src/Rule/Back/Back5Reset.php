<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\ResetData;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that resets a phone by the maker's own recovery.
 *
 * Why: A whole system that hangs at its logo mostly hangs at data that it cannot read.
 */
final class Back5Reset implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back5;
    }

    public static function purpose(): string
    {
        return "The keys lead to the maker's recovery, it empties the data, and the same system sets itself up anew.";
    }

    public function contribute(Situation $situation): Contribution
    {
        $slot = $situation->slots->active();
        $build = $situation->state->slot($slot)->os->buildId;
        $expected = array_filter(
            [StateField::ActiveSlot->value => $slot, StateField::OsBuildId->in($slot) => $build],
            static fn(?string $value): bool => $value !== null,
        );

        return new Contribution(
            [
                new StepDraft(StepKey::EraseReset, Phase::Erase, new ResetData(), [
                    new Reason(self::id(), 'The system is whole and does not start; what it hangs at is the data.'),
                ]),
                new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot(Mode::Recovery, Mode::System), [
                    new Reason(self::id(), 'The same system starts on empty data.'),
                ]),
                new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot(), [
                    new Reason(self::id(), 'It sets itself up anew.'),
                ]),
                new StepDraft(StepKey::ProveVerify, Phase::Prove, new Verify($expected, afterSetUp: true), [
                    new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.'),
                ]),
            ],
            [
                new Constraint(StepGroup::Prepare, StepGroup::Erase, RuleId::Prep5),
                new Constraint(StepGroup::Erase, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveFirstBoot, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}

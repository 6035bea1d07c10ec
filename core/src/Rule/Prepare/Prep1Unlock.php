<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Operation\SetSwitches;
use Tornavis\Core\Operation\Unlock;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that unlocks.
 *
 * Why: The phone erases its data by itself when it is unlocked, and with it the switches that allowed it.
 */
final class Prep1Unlock implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep1;
    }

    public static function purpose(): string
    {
        return 'Unlocking is a plan of its own: switches first, the erase in the middle, the switches that the ' .
            'erase undid again at the end.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $slot = $situation->slots->active();
        $build = $situation->state->slot($slot)->os->buildId;

        return new Contribution(
            [
                new StepDraft(StepKey::PrepSwitches, Phase::Prepare, new SetSwitches(true), [
                    new Reason(self::id(), 'The bootloader asks this switch before it unlocks.'),
                ]),
                new StepDraft(StepKey::UnlockUnlock, Phase::Base, new Unlock(), [
                    new Reason(self::id(), 'A locked bootloader refuses every image.'),
                    new Reason(
                        RuleId::Erase1,
                        'The phone ends the encryption and erases the data by itself; nothing can be kept on it.',
                    ),
                ]),
                new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot(), [
                    new Reason(self::id(), 'The same system sets itself up anew on empty data.'),
                ]),
                new StepDraft(StepKey::ProveSwitches, Phase::Prove, new SetSwitches(false, again: true), [
                    new Reason(self::id(), 'The erase has switched debugging off; what comes next needs it.'),
                ]),
                new StepDraft(
                    StepKey::ProveVerify,
                    Phase::Prove,
                    new Verify(
                        array_filter(
                            [StateField::ActiveSlot->value => $slot, StateField::OsBuildId->in($slot) => $build],
                            static fn(?string $value): bool => $value !== null,
                        ),
                        afterSetUp: true,
                    ),
                    [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
                ),
            ],
            [
                new Constraint(StepGroup::Prepare, StepGroup::Unlock, self::id()),
                new Constraint(StepKey::BaseProve, StepGroup::Unlock, RuleId::Prep5),
                new Constraint(StepGroup::Unlock, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveSwitches, self::id()),
                new Constraint(StepKey::ProveSwitches, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}

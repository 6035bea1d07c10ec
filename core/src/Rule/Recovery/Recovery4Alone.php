<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Recovery;

use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
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
 * Contributes to a job that puts only a recovery in.
 *
 * Why: A system of the maker puts its own recovery back when it starts.
 */
final class Recovery4Alone implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Recovery4;
    }

    public static function purpose(): string
    {
        return 'A recovery that is put in alone runs once before the system starts again, so that nothing puts the ' .
            'old one back.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $slot = $situation->slots->active();
        $recovery = $situation->recovery->chosen();
        $itself =
            $recovery === null || !$situation->recovery->isStartedOnce()
                ? []
                : [
                    new StepDraft(StepKey::RecoveryZItself, Phase::Recovery, new PutRecoveryInBoot($recovery, $slot), [
                        new Reason(
                            RuleId::Recovery2,
                            'It was only started; it is still there after the restart once it has put itself into ' .
                                'the boot image of the system, whose kernel stays.',
                        ),
                    ]),
                ];

        return new Contribution(
            [
                ...$itself,
                new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot(Mode::Recovery, Mode::System), [
                    new Reason(self::id(), 'The recovery has run; the system starts again.'),
                ]),
                new StepDraft(
                    StepKey::ProveVerify,
                    Phase::Prove,
                    new Verify(
                        array_filter(
                            [
                                StateField::ActiveSlot->value => $slot,
                                StateField::OsBuildId->in($slot) => $situation->state->slot($slot)->os->buildId,
                            ],
                            static fn(?string $value): bool => $value !== null,
                        ),
                    ),
                    [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
                ),
            ],
            [
                new Constraint(StepKey::RecoveryProve, StepKey::RecoveryZItself, self::id()),
                new Constraint(StepGroup::Recovery, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Operation\LeaveTrial;
use Tornavis\Core\Operation\StartTrial;
use Tornavis\Core\Operation\Verify;
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
 * Contributes to a trial beside.
 *
 * Why: The running system holds the image as a file and starts it once; what is left of it would be in the way later.
 */
final class Fit4Trial implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit4;
    }

    public static function purpose(): string
    {
        return 'A trial beside the installed system writes no partition, and is removed before anything else is done.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $image = $situation->files->generic();
        if ($image === null || !$situation->job->startsImageOnce()) {
            return new Contribution();
        }
        $slot = $situation->slots->active();

        return new Contribution(
            [
                new StepDraft(
                    StepKey::InstallTrial,
                    Phase::Install,
                    new StartTrial($image, self::neededBytes($situation)),
                    [
                        new Reason(
                            self::id(),
                            'It runs on the base of this phone, so that what does not work shows before anything is ' .
                                'erased.',
                        ),
                    ],
                ),
                new StepDraft(StepKey::ProveLeave, Phase::Prove, new LeaveTrial(), [
                    new Reason(self::id(), 'What is left of a trial would be in the way of the real thing.'),
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
                new Constraint(StepGroup::Prepare, StepGroup::Install, RuleId::Prep5),
                new Constraint(StepGroup::Install, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveLeave, StepKey::ProveVerify, self::id()),
            ],
        );
    }

    /** The image once written, and 2 GiB for the trial's own data. */
    public static function neededBytes(Situation $situation): int
    {
        $image = $situation->files->generic();

        return (2 << 30) + ($image === null ? 0 : $image->systemBytes());
    }
}

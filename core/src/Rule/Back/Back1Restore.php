<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\RestoreSet;
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
 * Contributes to a job that restores a backup, once a set fits.
 *
 * Why: A recovery restores data only onto the encryption and the system that it was taken from.
 */
final class Back1Restore implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back1;
    }

    public static function purpose(): string
    {
        return 'The set that fits is restored in the recovery, and the system starts with it.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $set = $situation->restore->set();
        if ($set === null) {
            return new Contribution();
        }
        $slot = $situation->slots->active();

        return new Contribution(
            [
                new StepDraft(StepKey::AddonRestore, Phase::Install, new RestoreSet($set), [
                    new Reason(
                        self::id(),
                        "\"{$set->id}\" was taken from the system, firmware generation and encryption that the " .
                            'phone has now.',
                    ),
                ]),
                new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot(Mode::Recovery, Mode::System), [
                    new Reason(self::id(), 'The system starts with what was brought back.'),
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
                new Constraint(StepGroup::AddOn, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}

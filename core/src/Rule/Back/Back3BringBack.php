<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\SetActive;
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
 * Contributes to a job that brings a phone back, where a slot starts as it is.
 *
 * Why: A slot that was not touched still starts, with the data that belongs to it.
 */
final class Back3BringBack implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back3;
    }

    public static function purpose(): string
    {
        return 'The way back writes no partition: at most it makes the other slot the active one.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $slot = $situation->slots->starting();
        if ($slot === null) {
            return new Contribution();
        }
        $switches = $slot !== $situation->slots->active();
        $mode = $situation->state->mode() ?? Mode::Recovery;
        $from = match (true) {
            $switches => Mode::Bootloader,
            $mode === Mode::Sideload => Mode::Recovery,
            default => $mode,
        };

        return new Contribution(
            [
                ...$switches
                    ? [
                        new StepDraft(StepKey::InstallSlot, Phase::Install, new SetActive($slot), [
                            new Reason(self::id(), 'This slot holds a system that starts; the other one does not.'),
                        ]),
                    ]
                    : [],
                new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot($from, Mode::System), [
                    new Reason(self::id(), 'What it holds starts as it is.'),
                ]),
                ...$situation->state->data()->empty === true
                    ? [
                        new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot(), [
                            new Reason(self::id(), 'The data is empty; the system sets itself up on it.'),
                        ]),
                    ]
                    : [],
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
                        afterSetUp: $situation->state->data()->empty === true,
                    ),
                    [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
                ),
            ],
            [
                new Constraint(StepKey::BaseProve, StepKey::InstallSlot, RuleId::Prep5),
                new Constraint(StepKey::InstallSlot, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveFirstBoot, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
            ],
        );
    }
}

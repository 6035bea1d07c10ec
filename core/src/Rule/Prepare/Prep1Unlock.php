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
                new StepDraft('prep.switches', Phase::Prepare, new SetSwitches(true), [
                    new Reason(self::id(), 'The bootloader asks this switch before it unlocks.'),
                ]),
                new StepDraft('unlock.unlock', Phase::Base, new Unlock(), [
                    new Reason(self::id(), 'A locked bootloader refuses every image.'),
                    new Reason(
                        RuleId::Erase1,
                        'The phone ends the encryption and erases the data by itself; nothing can be kept on it.',
                    ),
                ]),
                new StepDraft('prove.first-boot', Phase::Prove, new WaitFirstBoot(), [
                    new Reason(self::id(), 'The same system sets itself up anew on empty data.'),
                ]),
                new StepDraft('prove.switches', Phase::Prove, new SetSwitches(false), [
                    new Reason(self::id(), 'The erase has switched debugging off; what comes next needs it.'),
                ]),
                new StepDraft(
                    'prove.verify',
                    Phase::Prove,
                    new Verify(
                        array_filter(
                            [StateField::ActiveSlot->value => $slot, StateField::OsBuildId->in($slot) => $build],
                            static fn(?string $value): bool => $value !== null,
                        ),
                    ),
                    [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
                ),
            ],
            [
                new Constraint('prep.prove-system', 'prep.switches', self::id()),
                new Constraint('prep.', 'unlock.', self::id()),
                new Constraint('base.prove', 'unlock.', RuleId::Prep5),
                new Constraint('unlock.', 'prove.', self::id()),
                new Constraint('prove.first-boot', 'prove.switches', self::id()),
                new Constraint('prove.switches', 'prove.verify', self::id()),
            ],
        );
    }
}

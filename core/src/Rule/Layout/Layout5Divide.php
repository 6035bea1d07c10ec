<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\WriteEmptySuper;
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
 * Contributes where the kit holds an empty layout for a model that was made with a dynamic one.
 *
 * Why: What other systems left in super takes room from the build and can have names that are in its way.
 */
final class Layout5Divide implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout5;
    }

    public static function purpose(): string
    {
        return 'The empty layout is written from the userspace bootloader, once the recovery was seen to run and ' .
            'before anything goes in.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $empty = $situation->layout->emptySuper();
        if ($empty === null || !$situation->layout->emptiesSuper()) {
            return new Contribution();
        }

        return new Contribution(
            [
                new StepDraft(
                    StepKey::RecoveryUserspace,
                    Phase::Recovery,
                    new ProveLink(Mode::UserspaceBootloader, $situation->state->text(StateField::Serial)),
                    [new Reason(RuleId::Prep5, 'The layout is written from there, and nothing has been erased yet.')],
                ),
                new StepDraft(
                    StepKey::LayoutC0Empty,
                    Phase::Erase,
                    new WriteEmptySuper($empty, $situation->slots->ofRecovery()),
                    [
                        new Reason(
                            self::id(),
                            'All logical partitions go, so that the build has the whole room; from here on no system ' .
                                'is left to start.',
                        ),
                    ],
                ),
            ],
            [
                new Constraint(StepKey::RecoveryProve, StepKey::RecoveryUserspace, RuleId::Prep5),
                new Constraint(StepGroup::Recovery, StepGroup::Layout, RuleId::Prep5),
                new Constraint(StepGroup::Layout, StepGroup::Erase, self::id()),
                new Constraint(StepGroup::Layout, StepGroup::Stage, self::id()),
                new Constraint(StepGroup::Layout, StepGroup::Install, self::id()),
            ],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Layout;

use Tornavis\Core\Operation\EnterByKeys;
use Tornavis\Core\Operation\ErasePartitions;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\ProveLink;

use Tornavis\Core\Operation\SetActive;
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
 * Contributes where a phone without a dynamic layout gets one.
 *
 * Why: The old partitions give the room; the recovery has to be in both slots, as each is started once on the way.
 */
final class Layout2NewLayout implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Layout2;
    }

    public static function purpose(): string
    {
        return 'A dynamic layout goes onto a phone that was not made with one: recovery in both slots, old ' .
            'partitions erased, recovery by its keys, the empty layout in each slot, then the build.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $empty = $situation->layout->emptySuper();
        $recovery = $situation->recovery->chosen();
        $sheet = $situation->sheet;
        $home = $sheet->recoveryHome;
        $old = $sheet->logicalPartitions();
        $lacksFile = $empty === null || $recovery === null || $home === null;
        if (!$situation->layout->retrofits() || $lacksFile || $old === []) {
            return new Contribution();
        }
        $first = $situation->slots->active();
        $other = $sheet->otherSlot($first);
        $steps = [
            ...$sheet->hasTwoSlots()
                ? [
                    new StepDraft(
                        StepKey::RecoveryImage->of('second'),
                        Phase::Recovery,
                        Flash::of($recovery, [$home->value], $other),
                        [
                            new Reason(
                                self::id(),
                                'The slot is switched in the course of the work; the recovery must be there in both.',
                            ),
                        ],
                    ),
                ]
                : [],
            new StepDraft(
                StepKey::RecoveryUserspace,
                Phase::Recovery,
                new ProveLink(Mode::UserspaceBootloader, $situation->state->text(StateField::Serial)),
                [new Reason(RuleId::Prep5, 'The layout is written from there, and nothing has been erased yet.')],
            ),
        ];
        foreach ($sheet->slots as $slot) {
            $steps[] = new StepDraft(StepKey::LayoutAErase->of($slot), Phase::Erase, new ErasePartitions($old, $slot), [
                new Reason(
                    self::id(),
                    'The new layout takes the room of these partitions; what is left of the old ones would be in ' .
                        'its way.',
                ),
            ]);
        }
        $steps[] = new StepDraft(
            StepKey::LayoutBKeys,
            Phase::Erase,
            new EnterByKeys(Mode::Bootloader, Mode::Recovery, $sheet->keys[Mode::Recovery->value] ?? []),
            [new Reason(self::id(), 'With the old partitions gone a restart by command leads back to the bootloader.')],
        );
        foreach (array_values(array_unique([$first, $other])) as $turn => $slot) {
            $steps[] = new StepDraft(
                $turn === 0 ? StepKey::LayoutC0Empty : StepKey::LayoutC1Empty,
                Phase::Erase,
                new WriteEmptySuper($empty, $slot),
                [
                    new Reason(
                        self::id(),
                        $sheet->hasTwoSlots()
                            ? 'Each slot keeps a layout of its own.'
                            : 'The build finds its room there.',
                    ),
                ],
            );
            if (!$sheet->hasTwoSlots()) {
                break;
            }
            $next = $sheet->otherSlot($slot);
            $steps[] = new StepDraft(
                $turn === 0 ? StepKey::LayoutC0Switch : StepKey::LayoutC1Switch,
                Phase::Erase,
                new SetActive($next, Mode::UserspaceBootloader),
                [
                    new Reason(
                        self::id(),
                        $turn === 0
                            ? 'The layout is written for the active slot, so the other one has to be active for ' .
                                'its own.'
                            : 'Back to the slot that the recovery runs from; the build goes into the other one.',
                    ),
                ],
            );
        }

        return new Contribution($steps, [
            new Constraint(StepKey::RecoveryProve, StepKey::RecoveryUserspace, RuleId::Prep5),
            new Constraint(StepGroup::Recovery, StepGroup::Layout, RuleId::Prep5),
            new Constraint(StepKey::LayoutAErase, StepKey::LayoutBKeys, self::id()),
            new Constraint(StepKey::LayoutBKeys, StepGroup::LayoutTurns, self::id()),
            new Constraint(StepKey::LayoutC0Empty, StepKey::LayoutC0Switch, self::id()),
            new Constraint(StepKey::LayoutC0Switch, StepKey::LayoutC1Empty, self::id()),
            new Constraint(StepKey::LayoutC1Empty, StepKey::LayoutC1Switch, self::id()),
            new Constraint(StepGroup::LayoutTurns, StepGroup::Erase, self::id()),
            new Constraint(StepGroup::Layout, StepGroup::Install, self::id()),
        ]);
    }
}

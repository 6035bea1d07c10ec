<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Slots;

use Tornavis\Core\Operation\Install\InstallPackage;
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
 * Contributes where a slot copy is in the kit and the other slot lacks the firmware.
 *
 * Why: The system that goes into the other slot starts on the firmware of that slot.
 */
final class Slots2Copy implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Slots2;
    }

    public static function purpose(): string
    {
        return 'Before the first install into the other slot both slots hold the firmware: the slot copy takes it ' .
            'over from the one that runs.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $copy = $situation->layout->slotCopy();
        if ($copy === null || !$situation->layout->copiesSlot()) {
            return new Contribution();
        }
        $from = $situation->slots->ofRecovery();
        $to = $situation->slots->ofInstall();

        return new Contribution(
            [
                new StepDraft(
                    StepKey::LayoutDSlotCopy,
                    Phase::Install,
                    InstallPackage::delivered($situation->delivery, $copy, $to),
                    [
                        new Reason(
                            self::id(),
                            'The build goes into slot ' .
                                strtoupper($to) .
                                ', which has to hold the firmware of slot ' .
                                strtoupper($from) .
                                '.',
                        ),
                    ],
                ),
            ],
            [
                new Constraint(StepGroup::Recovery, StepGroup::Layout, RuleId::Prep5),
                new Constraint(StepGroup::LayoutTurns, StepKey::LayoutDSlotCopy, self::id()),
                new Constraint(StepKey::LayoutDSlotCopy, StepGroup::Install, self::id()),
                // Nothing is erased before the copy has shown that the recovery takes packages.
                ...$situation->delivery->usesInternal() && $situation->delivery->erasesFirst()
                    ? []
                    : [new Constraint(StepKey::LayoutDSlotCopy, StepGroup::Erase, self::id())],
            ],
        );
    }
}

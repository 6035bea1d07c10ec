<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Words\RuleId;

/** Every rule that a finding or a reason may name, with what it is for. */
final class Rulebook
{
    /** Rules that speak inside others or follow from the ordered steps, so that they have no class of their own. */
    private const FURTHER = [
        [RuleId::Prep2, 'The battery starts above the house floor and ends above the reserve after the whole run.'],
        [RuleId::Prep3, 'What the plan takes is backed up off the phone, or the loss of each kind accepted by name.'],
        [
            RuleId::Prep9,
            'Keys that do not work and a screen that takes no touch are known before the work: the way then goes ' .
            'without them, or there is none.',
        ],
        [RuleId::Recovery3, 'After a PC flash nothing starts the system before the recovery has run once.'],
        [RuleId::Erase2, 'Formatting is more than wiping; nothing is wiped before a format.'],
        [RuleId::Erase6, 'After a format the recovery restarts before the storage is used, and only then.'],
        [
            RuleId::Erase8,
            'At the end the data must be readable by the new system; when the format comes follows from that and ' .
            'from the house rule.',
        ],
        [
            RuleId::Slots1,
            'A build goes into the slot that is not running; add-ons only after the recovery runs in the new slot.',
        ],
        [RuleId::Slots3, 'Every step says which slot it touches, and why that one.'],
        [
            RuleId::Order5,
            'What the phone has beside its data and will not have afterwards is said, with the file that keeps it.',
        ],
        [RuleId::Order2, 'Constraints that contradict one another are named with the steps that they order.'],
        [RuleId::Plan1, 'An intent or a class of phone that is not planned yet gets a finding and no half plan.'],
        [
            RuleId::Plan2,
            'Work begins only on a phone that its keys or a command bring into its system, recovery or bootloader.',
        ],
        [
            RuleId::Route,
            'Packages are streamed from the computer where the recovery can do it; storage is the other way, by ' .
            'house rule or where streaming is not possible.',
        ],
        [
            RuleId::Proof,
            'A plan is offered only when every step holds as it is walked over this phone and the end is what was ' .
            'wanted.',
        ],
    ];

    /**
     * @return array<string, list<string>> id → what it is for, in the natural order of the ids
     */
    public static function all(): array
    {
        $rules = [];
        foreach (self::FURTHER as [$rule, $purpose]) {
            $rules[$rule->value][] = $purpose;
        }
        foreach ([...FitRules::ALL, ...StepRules::ALL] as $rule) {
            $rules[$rule::id()->value][] = $rule::purpose();
        }
        uksort($rules, strnatcmp(...));

        return $rules;
    }
}

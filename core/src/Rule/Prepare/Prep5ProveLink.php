<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\SetSwitches;
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
 * Contributes to every job, once for each mode that the plan uses.
 *
 * Why: The moment before the first write is the last one at which the wrong phone or a bad cable costs nothing.
 */
final class Prep5ProveLink implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep5;
    }

    public static function purpose(): string
    {
        return 'Each mode that the plan uses shows the phone by its serial number before anything is written in it.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $serial = $situation->state->text(StateField::Serial);
        $slot = $situation->sheet->hasTwoSlots() ? $situation->state->activeSlot() : null;
        $prove = static fn(StepKey $key, Phase $phase, Mode $mode, string $why): StepDraft => new StepDraft(
            $key,
            $phase,
            new ProveLink($mode, $serial, $mode === Mode::Bootloader ? $slot : null),
            [new Reason(self::id(), $why)],
        );

        $startsInSystem = in_array($situation->state->mode(), [Mode::System, null], true);

        return new Contribution(
            [
                ...$startsInSystem && !$situation->job->unlocksBootloader() ? $this->switches($situation) : [],
                ...$startsInSystem || $situation->job->unlocksBootloader()
                    ? [
                        $prove(
                            StepKey::PrepProveSystem,
                            Phase::Prepare,
                            Mode::System,
                            'It must be this phone, and the cable must carry data, before it leaves its system.',
                        ),
                    ]
                    : [],
                ...$situation->modes->usesBootloader()
                    ? [
                        $prove(
                            StepKey::BaseProve,
                            Phase::Base,
                            $situation->job->unlocksBootloader() ? Mode::Bootloader : $situation->modes->forFlashing(),
                            'Nothing has been written yet: this is the last moment to find a bad cable or the ' .
                                'wrong phone for free.',
                        ),
                    ]
                    : [],
                ...$situation->modes->usesRecovery()
                    ? [
                        $prove(
                            StepKey::RecoveryProve,
                            Phase::Recovery,
                            Mode::Recovery,
                            'The recovery runs and listens, before anything is erased.',
                        ),
                    ]
                    : [],
            ],
            [
                new Constraint(StepKey::PrepSwitches, StepKey::PrepProveSystem, self::id()),
                new Constraint(StepKey::PrepSwitches, StepKey::PrepBackup, self::id()),
                new Constraint(StepGroup::Prepare, StepGroup::Base, self::id()),
                new Constraint(StepGroup::Prepare, StepGroup::Recovery, self::id()),
                new Constraint(StepKey::BaseProve, StepKey::BaseFirmware, self::id()),
                new Constraint(StepGroup::Base, StepGroup::Recovery, self::id()),
                new Constraint(StepGroup::Recovery, StepGroup::Erase, self::id()),
                new Constraint(StepGroup::Recovery, StepGroup::Install, self::id()),
                new Constraint(StepGroup::Recovery, StepGroup::AddOn, self::id()),
                new Constraint(StepGroup::Base, StepGroup::AddOn, self::id()),
                new Constraint(StepKey::BaseProve, StepGroup::Stock, self::id()),
                new Constraint(StepGroup::Prepare, StepGroup::Stock, self::id()),
            ],
        );
    }

    /**
     * A phone in its system is listed only where debugging is on and this computer is authorised.
     *
     * @return list<StepDraft>
     */
    private function switches(Situation $situation): array
    {
        $state = $situation->state;
        $isOn = $state->flag(StateField::DebuggingAllowed);
        $isTrusted = $state->flag(StateField::DebuggingAuthorised);
        if ($isOn === true && $isTrusted === true) {
            return [];
        }
        $why = match (true) {
            $isOn === false => 'Debugging is off, so that the computer does not see the phone.',
            $isTrusted === false => 'This computer is not authorised on the phone.',
            default => 'Whether debugging is on and this computer is authorised has not been seen.',
        };

        return [
            new StepDraft(StepKey::PrepSwitches, Phase::Prepare, new SetSwitches(false), [
                new Reason(self::id(), $why),
            ]),
        ];
    }
}

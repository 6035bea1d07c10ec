<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Package\PackageField as Field;
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
 * Contributes to a job for the base alone: the vendor package by the recovery, then the start and the proof.
 *
 * Why: What stands on the base shows first whether it is right.
 */
final class Base9Alone implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Base9;
    }

    public static function purpose(): string
    {
        return 'The base goes in under the system that stays, and that system starts on it at the end.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $slot = $situation->slots->active();
        $vendor = $situation->vendor->alone();
        $steps = [];
        if ($vendor !== null) {
            $steps[] = new StepDraft(
                StepKey::InstallAVendor,
                Phase::Install,
                InstallPackage::delivered($situation->delivery, $vendor, $slot),
                [
                    new Reason(
                        self::id(),
                        'The phone has vendor ' .
                            ($situation->state->slot($slot)->vendor->text ?? 'that is unknown') .
                            "; {$vendor->name()} brings {$vendor->facts->text(Field::VERSION)}.",
                    ),
                ],
            );
        }
        $from = $situation->modes->usesRecovery() ? Mode::Recovery : $situation->modes->forFlashing();
        $steps[] = new StepDraft(StepKey::ProveSystem, Phase::Prove, new Reboot($from, Mode::System), [
            new Reason(self::id(), 'The system that stays starts on the new base.'),
        ]);
        $firmware = $situation->firmware->chosen()?->facts->text(Field::VERSION);
        $isInNeed = in_array($slot, $situation->firmware->slotsInNeed(), true);
        $expected = [
            StateField::ActiveSlot->value => $slot,
            StateField::OsBuildId->in($slot) => $situation->state->slot($slot)->os->buildId,
            StateField::FirmwareVersion->in($slot) => $isInNeed ? $firmware : null,
            StateField::VendorVersion->in($slot) => $vendor?->facts->text(Field::VERSION),
        ];
        $steps[] = new StepDraft(
            StepKey::ProveVerify,
            Phase::Prove,
            new Verify(array_filter($expected, static fn(?string $value): bool => $value !== null)),
            [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
        );

        return new Contribution($steps, [
            new Constraint(StepGroup::Base, StepGroup::Prove, self::id()),
            new Constraint(StepGroup::Install, StepGroup::Prove, self::id()),
            new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
        ]);
    }
}

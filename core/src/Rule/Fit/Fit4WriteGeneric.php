<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Operation\EraseData;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\LeaveTrial;

use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Order\Order1Install;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\RoomInSuper;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that puts a generic image in.
 *
 * Why: Where the system is a logical partition only the userspace bootloader can write it. The signed images of the
 * maker no longer match it.
 */
final class Fit4WriteGeneric implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit4;
    }

    public static function purpose(): string
    {
        return 'A generic image takes the place of the system alone: from the userspace bootloader where the ' .
            'system lies in super, else from the recovery or the bootloader.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $image = $situation->files->generic();
        if ($image === null || !$situation->job->writesGenericImage()) {
            return new Contribution();
        }
        $slot = $situation->slots->active();
        $proof = [
            new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot(), [
                new Reason(self::id(), 'The new system sets itself up on the base that is there.'),
            ]),
            new StepDraft(
                StepKey::ProveVerify,
                Phase::Prove,
                new Verify(
                    array_filter(
                        [
                            StateField::ActiveSlot->value => $slot,
                            StateField::OsBuildId->in($slot) => Nameless::orSystemOf($image),
                            StateField::OsRelease->in($slot) => $image->facts->text(Field::RELEASE),
                        ],
                        static fn(?string $value): bool => $value !== null,
                    ),
                    afterSetUp: true,
                ),
                [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
            ),
        ];
        $steps = $situation->modes->writesGenericInRecovery()
            ? $this->inRecovery($situation)
            : $this->inBootloader($situation);

        return new Contribution(
            [...self::withoutTrial($situation), ...$steps, ...self::disabler($situation), ...$proof],
            [
                new Constraint(StepKey::PrepSwitches, StepKey::PrepLeaveTrial, self::id()),
                new Constraint(StepGroup::Install, StepGroup::AddOn, self::id()),
                new Constraint(StepGroup::AddOn, StepGroup::Prove, self::id()),
                new Constraint(StepGroup::Recovery, StepGroup::Erase, RuleId::Prep5),
                new Constraint(StepGroup::Base, StepGroup::Erase, RuleId::Prep5),
                new Constraint(StepGroup::Base, StepGroup::Install, RuleId::Prep5),
                new Constraint(StepGroup::Prepare, StepGroup::Erase, RuleId::Prep5),
                new Constraint(StepGroup::InstallFirst, StepGroup::InstallSecond, RuleId::Layout1),
                $situation->house->formatOrder === 'after' && !$situation->modes->writesGenericInRecovery()
                    ? new Constraint(StepGroup::Install, StepGroup::Erase, RuleId::Erase8)
                    : new Constraint(StepGroup::Erase, StepGroup::Install, RuleId::Erase8),
                new Constraint(StepKey::EraseFormat, StepKey::EraseRestart, RuleId::Erase6),
                new Constraint(StepGroup::Erase, StepGroup::Prove, RuleId::Erase1),
                new Constraint(StepGroup::Install, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
            ],
        );
    }

    /**
     * A trial lies inside the data and the room that the image needs; it goes first, while its system still runs.
     *
     * @return list<StepDraft>
     */
    private static function withoutTrial(Situation $situation): array
    {
        return $situation->state->text(StateField::TrialFamily) === null || $situation->modes->systemIsOut()
            ? []
            : [
                new StepDraft(StepKey::PrepLeaveTrial, Phase::Prepare, new LeaveTrial(), [
                    new Reason(self::id(), 'The trial takes room that the image needs, and ends in order only now.'),
                ]),
            ];
    }

    /**
     * @return list<StepDraft> the file that keeps the first boot from encrypting, where the recovery does the work
     */
    private static function disabler(Situation $situation): array
    {
        $disabler = $situation->files->ofKind(PackageKind::EncryptionDisabler)[0] ?? null;

        return $disabler === null || !$situation->modes->writesGenericInRecovery()
            ? []
            : [
                new StepDraft(
                    StepKey::AddonPackage->of('0-encryption-disabler'),
                    Phase::AddOns,
                    InstallPackage::delivered($situation->delivery, $disabler, $situation->slots->active()),
                    [new Reason(RuleId::Erase8, Order1Install::why(PackageKind::EncryptionDisabler))],
                ),
            ];
    }

    /**
     * @return list<StepDraft>
     */
    private function inBootloader(Situation $situation): array
    {
        $image = $situation->files->generic();
        $mode = $situation->modes->forGenericImage();
        $slot = $situation->slots->active();
        $wasEncrypted = $situation->state->data()->encryption !== Encryption::None;
        $proof = new StepDraft(
            StepKey::BaseUserspace,
            Phase::Base,
            new ProveLink(Mode::UserspaceBootloader, $situation->state->text(StateField::Serial)),
            [new Reason(RuleId::Prep5, 'Only from there can the room inside super be written.')],
        );
        $steps = [
            ...$mode === Mode::UserspaceBootloader ? [$proof] : [],
            new StepDraft(StepKey::EraseData, Phase::Erase, new EraseData($situation->modes->forErasing()), [
                new Reason(
                    RuleId::Erase1,
                    'What the installed system wrote' .
                        ($wasEncrypted ? ' and encrypted' : '') .
                        " cannot be used by {$image?->title()}.",
                ),
            ]),
        ];
        $steps = [
            ...$steps,
            ...RoomInSuper::steps(
                $situation,
                StepKey::InstallARemove,
                'The image does not fit beside it, and the new system does without it.',
            ),
        ];
        if ($image !== null) {
            $steps[] = new StepDraft(
                StepKey::InstallBGeneric,
                Phase::Install,
                Flash::of($image, [PartitionName::System->value], $slot, $mode),
                [new Reason(self::id(), 'Only the system is replaced; kernel, vendor and firmware of the base stay.')],
            );
        }

        return $steps;
    }

    /**
     * @return list<StepDraft>
     */
    private function inRecovery(Situation $situation): array
    {
        $image = $situation->files->generic();
        $fileSystem = $situation->layout->fileSystemToMake();
        $wasEncrypted = $situation->state->data()->encryption !== Encryption::None;
        $steps = [
            new StepDraft(StepKey::EraseFormat, Phase::Erase, new FormatData($fileSystem, $wasEncrypted), [
                new Reason(
                    RuleId::Erase1,
                    "What the installed system wrote and encrypted cannot be read by {$image?->title()}.",
                ),
            ]),
        ];
        if ($situation->delivery->usesInternal()) {
            $steps[] = new StepDraft(StepKey::EraseRestart, Phase::Erase, new Reboot(Mode::Recovery, Mode::Recovery), [
                new Reason(
                    RuleId::Erase6,
                    'The image is copied to the storage next, and the recovery sees the new one only after a restart.',
                ),
            ]);
        }
        if ($image !== null) {
            $steps[] = new StepDraft(
                StepKey::InstallBGeneric,
                Phase::Install,
                InstallPackage::delivered($situation->delivery, $image, $situation->slots->active()),
                [
                    new Reason(
                        self::id(),
                        'The system has a partition of its own here, and the recovery writes the image there.',
                    ),
                ],
            );
        }

        return $steps;
    }
}

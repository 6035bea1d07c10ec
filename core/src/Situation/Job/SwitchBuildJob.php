<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** Another OS takes the place of the one that is there. */
final readonly class SwitchBuildJob extends Job
{
    public function label(): string
    {
        return 'Switch build';
    }

    public function description(): string
    {
        return 'Another OS takes the place of the one that is there; what it wrote on the data partition is ' .
            'erased.';
    }

    public function takes(): array
    {
        return [PackageKind::Build];
    }

    public function needsExactlyOneFile(): bool
    {
        return false;
    }

    public function nameWithoutFiles(): ?string
    {
        return null;
    }

    public function installsBuild(): bool
    {
        return true;
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Erased;
    }

    public function formatsFirst(): bool
    {
        return true;
    }

    public function mayWipeInstead(): bool
    {
        return true;
    }

    public function bringsNewLayout(): bool
    {
        return true;
    }

    public function unlocksBootloader(): bool
    {
        return false;
    }

    public function needsUnlockedBootloader(Situation $situation): bool
    {
        return true;
    }

    public function usesRecovery(Situation $situation): bool
    {
        return true;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return $situation->modes->writesInBootloader();
    }

    public function recoveryAbility(): string
    {
        return 'sideload';
    }

    public function keepsServingRecovery(): bool
    {
        return false;
    }

    public function writesGenericImage(): bool
    {
        return false;
    }

    public function startsImageOnce(): bool
    {
        return false;
    }

    public function installs(Situation $situation): array
    {
        $layout = $situation->layout;

        return array_values(
            array_filter([
                $layout->copiesSlot() ? $layout->slotCopy() : null,
                $situation->vendor->missing() === null ? null : $situation->vendor->chosen(),
                $situation->files->build(),
                ...$situation->files->addOns(),
            ]),
        );
    }

    public function foreignImages(Situation $situation, bool $recoveryInBoot): ?ForeignImages
    {
        return $recoveryInBoot ? new ForeignImages([$situation->slots->ofRecovery()], false) : null;
    }

    public function rules(): array
    {
        return [
            RuleId::Prep4,
            RuleId::Prep5,
            RuleId::Base1,
            RuleId::Base2,
            RuleId::Layout4,
            RuleId::Slots2,
            RuleId::Recovery2,
            RuleId::Erase5,
            RuleId::Order1,
            RuleId::Layout3,
            RuleId::Layout2,
            RuleId::Erase1,
        ];
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::slotHolds('os.buildId', $situation->files->build()?->facts->text(PackageField::BUILD_ID));
    }
}

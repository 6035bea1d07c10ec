<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** A kernel takes the place of the one that the system brought. */
final readonly class KernelJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Kernel';
    }

    public function description(): string
    {
        return 'A kernel is made for one release of the system. Data stays, and the way back is the boot image ' .
            'of the build.';
    }

    public function takes(): array
    {
        return [PackageKind::Kernel];
    }

    public function needsExactlyOneFile(): bool
    {
        return true;
    }

    public function nameWithoutFiles(): ?string
    {
        return null;
    }

    public function dataPromise(): DataPromise
    {
        return DataPromise::Kept;
    }

    public function formatsFirst(): bool
    {
        return false;
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
        return $situation->files->kernelImage() === null;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return $situation->modes->writesInBootloader();
    }

    public function recoveryAbility(): Ability
    {
        return Ability::Sideload;
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
        return $situation->files->kernelImage() === null ? $situation->files->ofKind(PackageKind::Kernel) : [];
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Erase5, RuleId::Order4, RuleId::Fit5];
    }

    public function goal(Situation $situation): Goal
    {
        $kernel = $situation->files->ofKind(PackageKind::Kernel)[0] ?? null;

        return Goal::slotHolds(StateField::KernelName, $kernel === null ? null : Nameless::orNameOf($kernel));
    }
}

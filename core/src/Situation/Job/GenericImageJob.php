<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** One system image for many models takes the place of the system. */
final readonly class GenericImageJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Generic image';
    }

    public function description(): string
    {
        return 'One system image for many models takes the place of the system and stands on the base that is ' .
            'there. All that is on the phone is erased.';
    }

    public function takes(): array
    {
        return [PackageKind::GenericImage];
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
        return DataPromise::Erased;
    }

    public function formatsFirst(): bool
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
        return $situation->modes->writesGenericInRecovery();
    }

    public function usesBootloader(Situation $situation): bool
    {
        $modes = [$situation->modes->forGenericImage(), $situation->modes->forErasing()];
        $isInRecovery = $situation->modes->writesGenericInRecovery();

        return (!$isInRecovery && in_array(Mode::Bootloader, $modes, true)) || $situation->modes->writesInBootloader();
    }

    public function recoveryAbility(): Ability
    {
        return Ability::Sideload;
    }

    public function writesGenericImage(): bool
    {
        return true;
    }

    public function startsImageOnce(): bool
    {
        return false;
    }

    public function installs(Situation $situation): array
    {
        $image = $situation->modes->writesGenericInRecovery() ? $situation->files->generic() : null;

        return $image === null
            ? []
            : [$image, ...array_slice($situation->files->ofKind(PackageKind::EncryptionDisabler), 0, 1)];
    }

    public function rules(): array
    {
        return [RuleId::Prep4, RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Erase5, RuleId::Fit4];
    }

    public function goal(Situation $situation): Goal
    {
        $image = $situation->files->generic();

        return Goal::slotHolds(StateField::OsBuildId, $image === null ? null : Nameless::orSystemOf($image));
    }
}

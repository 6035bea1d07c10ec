<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** Only a recovery is put in. */
final readonly class RecoveryJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Recovery';
    }

    public function description(): string
    {
        return 'Only the recovery is put in. Data stays.';
    }

    public function takes(): array
    {
        return [PackageKind::Recovery];
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
        return true;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return $situation->modes->writesInBootloader();
    }

    public function recoveryAbility(): ?Ability
    {
        return null;
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
        return [];
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Recovery4];
    }

    public function goal(Situation $situation): Goal
    {
        $chosen = $situation->recovery->chosen();
        $version = $chosen?->facts->text(PackageField::VERSION);

        return $version === null
            ? Goal::slotHolds(StateField::RecoveryFamily, $chosen === null ? null : Nameless::orNameOf($chosen))
            : Goal::slotHolds(StateField::RecoveryVersion, $version);
    }
}

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

/** The maker's own system goes back in. */
final readonly class BackToStockJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Back to stock';
    }

    public function description(): string
    {
        return "The maker's own system goes back in, and all that is on the phone is erased. The bootloader " .
            'stays as it is: locking it again is not part of the plan.';
    }

    public function takes(): array
    {
        return [PackageKind::StockBundle];
    }

    public function needsExactlyOneFile(): bool
    {
        return false;
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
        return false;
    }

    public function usesBootloader(Situation $situation): bool
    {
        return true;
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
        return [];
    }

    public function rules(): array
    {
        return [RuleId::Prep4, RuleId::Prep5, RuleId::Back2];
    }

    public function goal(Situation $situation): Goal
    {
        $bundle = $situation->files->bundle();

        return Goal::slotHolds(StateField::OsBuildId, $bundle === null ? null : Nameless::orBuildOf($bundle));
    }
}

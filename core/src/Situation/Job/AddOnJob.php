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

/** Add-ons go into the system that is there. */
final readonly class AddOnJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Add-on';
    }

    public function description(): string
    {
        return 'Goes into the system that is there. Data stays.';
    }

    public function takes(): array
    {
        return [PackageKind::Services, PackageKind::Fix, PackageKind::Kernel, PackageKind::Root];
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
        return $situation->files->addOns();
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Layout4, RuleId::Recovery2, RuleId::Erase5, RuleId::Order4];
    }

    public function goal(Situation $situation): Goal
    {
        $goal = Goal::inSystem();
        foreach ($situation->files->addOns() as $package) {
            $goal = match ($package->kind()) {
                PackageKind::Services => $goal->and(
                    Goal::slotHolds(StateField::OsServices, Nameless::orTitleOf($package)),
                ),
                PackageKind::Root => $goal->and(Goal::slotHolds(StateField::Root, Nameless::orTitleOf($package))),
                PackageKind::Kernel => $goal->and(
                    Goal::slotHolds(StateField::KernelName, Nameless::orNameOf($package)),
                ),
                // What a fix or a disabler changes is nothing that a phone tells.
                default => $goal,
            };
        }

        return $goal;
    }
}

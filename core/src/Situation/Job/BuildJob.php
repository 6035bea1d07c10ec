<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\PackageKind;

/** What holds for every job that puts a build in the place of what the phone runs. */
abstract readonly class BuildJob extends Job
{
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
        $layout = $situation->layout;

        return array_values(
            array_filter([
                $layout->copiesSlot() ? $layout->slotCopy() : $situation->firmware->installed(),
                $situation->vendor->missing() === null ? null : $situation->vendor->chosen(),
                $situation->files->build(),
                ...$situation->files->addOns(),
            ]),
        );
    }

    public function opensData(Situation $situation): bool
    {
        return $situation->backUp->isWanted() && $situation->backUp->takesData();
    }

    public function goal(Situation $situation): Goal
    {
        return Goal::slotHolds(StateField::OsBuildId, $situation->files->build()?->facts->text(PackageField::BUILD_ID));
    }
}

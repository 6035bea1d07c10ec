<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** Only what a system stands on is brought up to date: firmware, and a vendor package where one is in the kit. */
final readonly class BaseJob extends JobWithoutBuild
{
    public function label(): string
    {
        return 'Base alone';
    }

    public function description(): string
    {
        return 'Firmware, and a vendor package where there is one, go in under the system that stays. Data stays.';
    }

    public function takes(): array
    {
        return [PackageKind::Firmware, PackageKind::Vendor];
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
        return $this->installs($situation) !== [];
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
        return array_values(array_filter([$situation->firmware->installed(), $situation->vendor->alone()]));
    }

    public function rules(): array
    {
        return [RuleId::Prep5, RuleId::Base1, RuleId::Layout4, RuleId::Recovery2, RuleId::Erase5, RuleId::Base9];
    }

    public function goal(Situation $situation): Goal
    {
        $version = $situation->firmware->chosen()?->facts->text(PackageField::VERSION);
        $slots = $version === null ? [] : $situation->firmware->slotsInNeed();
        $inKit = $situation->files->ofKind(PackageKind::Vendor)[0] ?? null;
        $vendor = ($situation->vendor->alone() ?? $inKit)?->facts->text(PackageField::VERSION);
        if ($version === null && $vendor === null) {
            return Goal::that(static fn(State $end): bool => false, 'Nothing of the kit would be in.');
        }
        $holds = static function (State $end) use ($version, $slots): bool {
            foreach ($slots as $slot) {
                if ($end->text(StateField::FirmwareVersion->in($slot)) !== $version) {
                    return false;
                }
            }

            return true;
        };
        $goal = Goal::that($holds, "At the end not every slot would hold firmware {$version}.");
        return $vendor === null ? $goal : $goal->and(Goal::slotHolds(StateField::VendorVersion, $vendor));
    }
}

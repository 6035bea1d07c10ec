<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * A job: all that follows from what the person wants to have done. One class for each intent.
 *
 * What every job has to answer for itself has no default, so that a new job cannot forget it. What only some job is
 * about has one, at the end of the class.
 */
abstract readonly class Job
{
    public static function of(Intent $intent): self
    {
        return match ($intent) {
            Intent::Fresh => new FreshInstallJob(),
            Intent::UpdateInPlace => new UpdateInPlaceJob(),
            Intent::SwitchBuild => new SwitchBuildJob(),
            Intent::GenericImage => new GenericImageJob(),
            Intent::TrialBeside => new TrialBesideJob(),
            Intent::Base => new BaseJob(),
            Intent::Kernel => new KernelJob(),
            Intent::Recovery => new RecoveryJob(),
            Intent::AddOn => new AddOnJob(),
            Intent::BackUp => new BackUpJob(),
            Intent::RestoreBackup => new RestoreBackupJob(),
            Intent::BackToStock => new BackToStockJob(),
            Intent::RemoveSecond => new RemoveSecondJob(),
            Intent::Unlock => new UnlockJob(),
            Intent::BringBack => new BringBackJob(),
            Intent::Reset => new ResetJob(),
        };
    }

    /** The first job that is about one file of a kind; null where none is. */
    public static function taking(PackageKind $kind): ?self
    {
        foreach (Intent::cases() as $intent) {
            if (self::of($intent)->takes() === [$kind]) {
                return self::of($intent);
            }
        }

        return null;
    }

    /** What a person calls it. */
    abstract public function label(): string;

    /** What it does to the phone and to what is on it. */
    abstract public function description(): string;

    /**
     * The kinds of file of which one is what the job is about; empty where it takes none.
     *
     * @return list<PackageKind>
     */
    abstract public function takes(): array;

    /** Whether the kit must hold exactly one file that the job is about, and the job itself asks for it. */
    abstract public function needsExactlyOneFile(): bool;

    /** How a sentence begins that says that the job takes no files; null where it takes some. */
    abstract public function nameWithoutFiles(): ?string;

    /** Whether a build goes in and takes the place of what the phone runs. */
    abstract public function installsBuild(): bool;

    /** What becomes of the data on the phone. */
    abstract public function dataPromise(): DataPromise;

    /** Whether the encryption ends before anything is copied, so that the storage is empty and open by then. */
    abstract public function formatsFirst(): bool;

    /** Whether wiping is enough where the data stays readable for the new system. */
    abstract public function mayWipeInstead(): bool;

    /** Whether the phone can get its dynamic layout in this job. */
    abstract public function bringsNewLayout(): bool;

    /** Whether the bootloader is locked before, and the job unlocks it. */
    abstract public function unlocksBootloader(): bool;

    /** Whether the bootloader must be unlocked before. */
    abstract public function needsUnlockedBootloader(Situation $situation): bool;

    /** Whether the plan works in the recovery at all. */
    abstract public function usesRecovery(Situation $situation): bool;

    /** Whether the plan works in the bootloader. */
    abstract public function usesBootloader(Situation $situation): bool;

    /** What the recovery must be able to do for the job itself; null where the job only puts a recovery in. */
    abstract public function recoveryAbility(): ?Ability;

    /** Whether a recovery that serves stays where the shelf has another one. */
    abstract public function keepsServingRecovery(): bool;

    /** Whether a generic image takes the place of the system. */
    abstract public function writesGenericImage(): bool;

    /** Whether a generic image runs once beside the system. */
    abstract public function startsImageOnce(): bool;

    /**
     * What the recovery installs, in the order of the work.
     *
     * @return list<Package>
     */
    abstract public function installs(Situation $situation): array;

    /**
     * The rules that contribute steps to it, and those that judge this job and not every one.
     *
     * @return list<RuleId>
     */
    abstract public function rules(): array;

    /** What must be true at the end. */
    abstract public function goal(Situation $situation): Goal;

    /** Whether the data that is on the phone goes: always where the job promises it, or only for what it brings. */
    public function erasesData(Situation $situation): bool
    {
        return $this->dataPromise()->erases();
    }

    /** Whether a system has to start at the end; it does not where the phone is left as it was found. */
    public function mustStart(Situation $situation): bool
    {
        return true;
    }

    /** Whether the work is done by the recovery that the maker's system has brought. */
    public function usesMakersRecovery(): bool
    {
        return false;
    }

    /** Whether the recovery reads or writes what lies on the data partition, so that it must be able to open it. */
    public function opensData(Situation $situation): bool
    {
        return false;
    }
}

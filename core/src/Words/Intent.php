<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What the person wants to have done. */
enum Intent: string
{
    case Fresh = 'fresh';
    case UpdateInPlace = 'update';
    case SwitchBuild = 'switch';
    case GenericImage = 'generic';
    case TrialBeside = 'trial';
    case Kernel = 'kernel';
    case Recovery = 'recovery';
    case AddOn = 'add-on';
    case RestoreBackup = 'restore';
    case BackToStock = 'stock';
    case RemoveSecond = 'remove-second';
    case Unlock = 'unlock';
    case BringBack = 'bring-back';

    /** Whether a build goes in and takes the place of what the phone runs. */
    public function installsBuild(): bool
    {
        return in_array($this, [self::Fresh, self::UpdateInPlace, self::SwitchBuild], true);
    }

    /** Whether carrying it out takes what lives on the data partition. */
    public function erasesData(): bool
    {
        return in_array(
            $this,
            [self::Fresh, self::SwitchBuild, self::GenericImage, self::BackToStock, self::Unlock],
            true,
        );
    }

    /**
     * The kinds of file of which one is what the intent is about.
     *
     * @return list<PackageKind> empty where it needs none
     */
    public function takes(): array
    {
        return match ($this) {
            self::Fresh, self::UpdateInPlace, self::SwitchBuild => [PackageKind::Build],
            self::GenericImage, self::TrialBeside => [PackageKind::GenericImage],
            self::Kernel => [PackageKind::Kernel],
            self::Recovery => [PackageKind::Recovery],
            self::AddOn => [PackageKind::Services, PackageKind::Fix, PackageKind::Kernel, PackageKind::Root],
            self::BackToStock => [PackageKind::StockBundle],
            self::RemoveSecond => [PackageKind::Remover],
            self::RestoreBackup, self::Unlock, self::BringBack => [],
        };
    }

    /** What it does to the phone and to what is on it. */
    public function words(): string
    {
        return match ($this) {
            self::Fresh
                => 'All that is on the phone is erased. The files that the build needs beside it are taken from ' .
                'the shelf.',
            self::UpdateInPlace
                => 'The same OS by the same signer goes in over what is there, and data stays. Where that cannot ' .
                'be, the plan says why.',
            self::SwitchBuild
                => 'Another OS takes the place of the one that is there; what it wrote on the data partition is ' .
                'erased.',
            self::Kernel
                => 'A kernel is made for one release of the system. Data stays, and the way back is the boot image ' .
                'of the build.',
            self::Recovery => 'Only the recovery is put in. Data stays.',
            self::AddOn => 'Goes into the system that is there. Data stays.',
            self::RestoreBackup
                => 'The newest recovery backup off the phone that fits what the phone runs goes back in, over what ' .
                'has been made since.',
            self::BackToStock
                => "The maker's own system goes back in, and all that is on the phone is erased. The bootloader " .
                'stays as it is: locking it again is not part of the plan.',
            self::RemoveSecond => 'The second system goes, with what only it can read.',
            self::Unlock
                => 'Unlocking erases the phone and may end its warranty. Only on a phone that you own or are asked ' .
                'to service, and as its maker\'s terms allow.',
            self::BringBack
                => 'A phone that was left in its recovery or bootloader starts a system that it still holds. ' .
                'Nothing is written but which slot is active.',
            self::GenericImage
                => 'One system image for many models takes the place of the system and stands on the base that is ' .
                'there. All that is on the phone is erased.',
            self::TrialBeside
                => 'A generic image runs once beside the installed system, which is there again with its data ' .
                'after the next restart.',
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Fresh => 'Fresh install',
            self::UpdateInPlace => 'Update in place',
            self::SwitchBuild => 'Switch build',
            self::GenericImage => 'Generic image',
            self::TrialBeside => 'Trial beside',
            self::Kernel => 'Kernel',
            self::Recovery => 'Recovery',
            self::AddOn => 'Add-on',
            self::RestoreBackup => 'Restore backup',
            self::BackToStock => 'Back to stock',
            self::RemoveSecond => 'Remove second system',
            self::Unlock => 'Unlock',
            self::BringBack => 'Bring back',
        };
    }
}

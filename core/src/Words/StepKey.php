<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * The keys of the steps that rules contribute. Plans, records and answers name steps by them.
 *
 * A key that ends in a dot, and that of an add-on, is followed by what tells its steps apart: a slot, a partition, a
 * number. Constraints name a key, or the beginning of several.
 */
enum StepKey: string
{
    case PrepCharge = 'prep.charge';
    case PrepBackup = 'prep.backup';
    case PrepProveSystem = 'prep.prove-system';
    case PrepSwitches = 'prep.switches';
    case PrepLeaveTrial = 'prep.leave-trial';
    case PrepSignOut = 'prep.sign-out';
    case PrepRemoveLock = 'prep.remove-lock';
    case BaseProve = 'base.prove';
    case BaseFirmware = 'base.firmware.';
    case BaseUserspace = 'base.userspace';
    case BaseVerification = 'base.verification.';
    case UnlockUnlock = 'unlock.unlock';
    case RecoveryImage = 'recovery.image.';
    case RecoveryProve = 'recovery.prove';
    case RecoveryCopy = 'recovery.copy';
    case RecoverySecond = 'recovery.second';
    case RecoveryThird = 'recovery.third';
    case RecoverySlot = 'recovery.slot';
    case RecoveryUserspace = 'recovery.userspace';
    case RecoveryZItself = 'recovery.z-itself';
    case ChangeALayout = 'change.a-layout';
    case ChangeBCleaner = 'change.b-cleaner';
    case EraseFormat = 'erase.format';
    case EraseWipe = 'erase.wipe';
    case EraseReset = 'erase.reset';
    case EraseData = 'erase.data';
    case BackupAMake = 'backup.a-make';
    case BackupBTakeOff = 'backup.b-take-off';
    case EraseZWipe = 'erase.z-wipe.';
    case EraseRestart = 'erase.restart';
    case EraseCaches = 'erase.caches';
    case LayoutAErase = 'layout.a-erase.';
    case LayoutBKeys = 'layout.b-keys';
    case LayoutC0Switch = 'layout.c0-switch';
    case LayoutC0Empty = 'layout.c0-empty';
    case LayoutC1Switch = 'layout.c1-switch';
    case LayoutC1Empty = 'layout.c1-empty';
    case LayoutDSlotCopy = 'layout.d-slot-copy';
    case StageFile = 'stage.';
    case StageSet = 'stage.set';
    case InstallAFirmware = 'install.a-firmware';
    case InstallAVendor = 'install.a-vendor';
    case InstallARemove = 'install.a-remove.';
    case InstallBGeneric = 'install.b-generic';
    case InstallBuild = 'install.build';
    case InstallXRestart = 'install.x-restart';
    case InstallYAgain = 'install.y-again';
    case InstallRestart = 'install.restart';
    case InstallSlot = 'install.slot';
    case InstallTrial = 'install.trial';
    case StockAPhysical = 'stock.a-physical';
    case StockBErase = 'stock.b-erase';
    case StockBRemove = 'stock.b-remove.';
    case StockCLogical = 'stock.c-logical';
    case StockKernel = 'stock.kernel';
    case AddonARecovery = 'addon.a-recovery';
    case AddonBRestart = 'addon.b-restart';
    case AddonPackage = 'addon.c';
    case AddonKernel = 'addon.k-kernel';
    case AddonRestore = 'addon.restore';
    case ProveLater = 'prove.later.';
    case ProveLaterFormat = 'prove.later-format';
    case ProveSecondBoot = 'prove.second-boot';
    case ProveFirstBoot = 'prove.first-boot';
    case ProveSystem = 'prove.system';
    case ProveSwitches = 'prove.switches';
    case ProveLeave = 'prove.leave';
    case ProveVerify = 'prove.verify';

    /** A key that begins so: with its slot, its partition or its number. */
    public function of(string|int $what): string
    {
        return $this->value . $what;
    }

    /** Whether a step may have this key. */
    public static function isKey(string $key): bool
    {
        foreach (self::cases() as $case) {
            if ($key === $case->value || ($case->isBeginning() && str_starts_with($key, $case->value))) {
                return true;
            }
        }

        return false;
    }

    /** Whether some step can have a key that begins so. */
    public static function isBeginningOfKey(string $beginning): bool
    {
        foreach (self::cases() as $case) {
            if (str_starts_with($case->value, $beginning)) {
                return true;
            }
        }

        return self::isKey($beginning);
    }

    private function isBeginning(): bool
    {
        return str_ends_with($this->value, '.') || $this === self::AddonPackage;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\BatteryCondition;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;

/**
 * Every name that a fact about a phone may have in a file, a plan or a journal, with its type and its words.
 *
 * "{slot}" stands for a, b or -, "{class}" for a loss class, "{mode}" for a mode, "{partition}" for a partition;
 * in() and of() put one in. A name that was read is looked up with FactName.
 */
enum StateField: string
{
    case Codename = 'codename';
    case VariantModel = 'variant.model';
    case VariantChipset = 'variant.chipset';
    case Serial = 'serial';
    case BootloaderUnlocked = 'bootloader.unlocked';
    case UnlockAllowed = 'bootloader.unlockAllowed';
    case LockGuard = 'bootloader.lockGuard';
    case UnlockWaitStarted = 'bootloader.waitStarted';
    case RollbackIndex = 'bootloader.rollbackIndex';
    case Mode = 'mode';
    case ActiveSlot = 'slot.active';
    case RunningSlot = 'slot.running';
    case OsFamily = 'slot.{slot}.os.family';
    case OsRelease = 'slot.{slot}.os.release';
    case OsVersion = 'slot.{slot}.os.version';
    case OsApi = 'slot.{slot}.os.api';
    case OsBuildId = 'slot.{slot}.os.buildId';
    case OsBuildTime = 'slot.{slot}.os.buildTime';
    case OsPatchLevel = 'slot.{slot}.os.patchLevel';
    case OsSigner = 'slot.{slot}.os.signer';
    case OsStock = 'slot.{slot}.os.stock';
    case OsState = 'slot.{slot}.os.state';
    case OsFailedAs = 'slot.{slot}.os.failedAs';
    case OsExtras = 'slot.{slot}.os.extras';
    case OsEncrypts = 'slot.{slot}.os.encrypts';
    case OsBase = 'slot.{slot}.os.base';
    case OsServices = 'slot.{slot}.os.services';
    case OsFirmwareMin = 'slot.{slot}.os.firmwareMin';
    case SlotBootable = 'slot.{slot}.bootable';
    case SlotSuccessful = 'slot.{slot}.successful';
    case SlotRetriesLeft = 'slot.{slot}.retriesLeft';
    case KernelName = 'slot.{slot}.kernel.name';
    case KernelVersion = 'slot.{slot}.kernel.version';
    case Root = 'slot.{slot}.root';
    case OsVendorMin = 'slot.{slot}.os.vendorMin';
    case Image = 'slot.{slot}.image.{partition}';
    case FirmwareVersion = 'slot.{slot}.firmware.version';
    case FirmwareState = 'slot.{slot}.firmware.state';
    case FirmwareRegion = 'slot.{slot}.firmware.region';
    case FirmwareModem = 'slot.{slot}.firmware.modem';
    case VendorVersion = 'slot.{slot}.vendor.version';
    case VendorChannel = 'slot.{slot}.vendor.channel';
    case VerificationOn = 'slot.{slot}.verification.on';
    case VerificationOf = 'slot.{slot}.verification.of';
    case VerificationChanged = 'slot.{slot}.verification.changed';
    case Layout = 'slot.{slot}.layout';
    case SizeInSuper = 'slot.{slot}.size.{partition}';
    case RecoveryFamily = 'slot.{slot}.recovery.family';
    case RecoveryVersion = 'slot.{slot}.recovery.version';
    case RecoveryAbilities = 'slot.{slot}.recovery.abilities';
    case RecoveryNeeds = 'slot.{slot}.recovery.needs';
    case RecoveryRanAs = 'slot.{slot}.recovery.ranAs';
    case RunningRecovery = 'recovery.running';
    case DataFileSystem = 'data.fileSystem';
    case DataEncryption = 'data.encryption';
    case DataWrittenBy = 'data.writtenBy';
    case DataWrittenRelease = 'data.writtenRelease';
    case DataWrittenPatchLevel = 'data.writtenPatchLevel';
    case DataWrittenSigner = 'data.writtenSigner';
    case DataEmpty = 'data.empty';
    case EncryptionOff = 'slot.{slot}.encryption.off';
    case DataUnreadable = 'data.unreadable';
    case LayoutResidue = 'layout.residue';
    case DataUsedBytes = 'data.usedBytes';
    case DataHolds = 'data.holds.{class}';
    case DataFreeBytes = 'data.freeBytes';
    case DataFiles = 'data.files';
    case DataFromSet = 'data.fromSet';
    case SetsTakenOff = 'sets.takenOff';
    case SetSum = 'sets.sum';
    case CardPresent = 'card.present';
    case CardFiles = 'card.files';
    case StorageStale = 'storage.stale';
    case RecoveryPending = 'recovery.pending';
    case CardFreeBytes = 'card.freeBytes';
    case SecondFamily = 'second.family';
    case SecondVersion = 'second.version';
    case TrialFamily = 'trial.family';
    case TrialVersion = 'trial.version';
    case ScreenLock = 'locks.screen';
    case Accounts = 'locks.accounts';
    case BatteryPercent = 'battery.percent';
    case BatteryCharging = 'battery.charging';
    case BatteryCondition = 'battery.condition';
    case DebuggingAllowed = 'debugging.allowed';
    case DebuggingAuthorised = 'debugging.authorised';
    case UpdateMerging = 'update.merging';
    case LinkProven = 'link.proven.{mode}';

    /** The name in one slot: "slot.a.os.buildId". */
    public function in(string $slot, string $partition = ''): string
    {
        return strtr($this->value, ['{slot}' => $slot, '{partition}' => $partition]);
    }

    /** The name for one loss class or mode: "data.holds.photos". */
    public function of(LossClass|Mode $what): string
    {
        return strtr($this->value, ['{class}' => $what->value, '{mode}' => $what->value]);
    }

    /** text, int, percent, flag or list */
    public function type(): string
    {
        return match ($this) {
            self::RollbackIndex,
            self::OsApi,
            self::OsBuildTime,
            self::SizeInSuper,
            self::SlotRetriesLeft,
            self::DataUsedBytes,
            self::DataFreeBytes,
            self::CardFreeBytes
                => 'int',
            self::BatteryPercent => 'percent',
            self::BootloaderUnlocked,
            self::UnlockAllowed,
            self::LockGuard,
            self::OsStock,
            self::SlotBootable,
            self::SlotSuccessful,
            self::UpdateMerging,
            self::VerificationOn,
            self::DataEmpty,
            self::EncryptionOff,
            self::DataUnreadable,
            self::LayoutResidue,
            self::DataHolds,
            self::CardPresent,
            self::StorageStale,
            self::RecoveryPending,
            self::ScreenLock,
            self::Accounts,
            self::BatteryCharging,
            self::DebuggingAllowed,
            self::DebuggingAuthorised,
            self::LinkProven
                => 'flag',
            self::VerificationChanged,
            self::RecoveryAbilities,
            self::RecoveryNeeds,
            self::RunningRecovery,
            self::DataFiles,
            self::CardFiles,
            self::SetsTakenOff,
            self::OsExtras
                => 'list',
            default => 'text',
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Codename => 'Codename',
            self::VariantModel => 'Model number',
            self::VariantChipset => 'Chipset',
            self::Serial => 'Serial number',
            self::BootloaderUnlocked => 'Bootloader unlocked',
            self::UnlockAllowed => 'Unlocking allowed',
            self::LockGuard => "Maker's lock-guard state",
            self::UnlockWaitStarted => 'Unlock wait started',
            self::RollbackIndex => 'Rollback index',
            self::Mode => 'Mode',
            self::ActiveSlot => 'Active slot',
            self::RunningSlot => 'Slot it runs from',
            self::OsFamily => 'OS family',
            self::OsRelease => 'Platform release',
            self::OsVersion => 'OS version',
            self::OsApi => 'Api',
            self::OsBuildId => 'Build',
            self::OsBuildTime => 'Built',
            self::OsPatchLevel => 'Patch level',
            self::OsSigner => 'Signer',
            self::OsStock => "The maker's own OS",
            self::OsState => 'System',
            self::OsFailedAs => 'Seen not to start',
            self::OsExtras => 'Languages and extras of the OS',
            self::OsEncrypts => 'Encrypts empty data as',
            self::OsBase => 'Stands on',
            self::OsServices => 'Services',
            self::OsFirmwareMin => 'Firmware that the OS needs',
            self::KernelName => 'Kernel',
            self::KernelVersion => 'Kernel version',
            self::Root => 'Root package',
            self::OsVendorMin => 'Vendor that the OS needs',
            self::Image => 'Image belongs to',
            self::FirmwareVersion => 'Firmware',
            self::FirmwareState => 'Firmware in the slot',
            self::FirmwareRegion => 'Firmware region',
            self::FirmwareModem => 'Modem',
            self::VendorVersion => 'Vendor',
            self::VendorChannel => 'Vendor channel',
            self::VerificationOn => 'Verification on',
            self::VerificationOf => 'Verification image belongs to',
            self::VerificationChanged => 'Changed since verification was set up',
            self::Layout => 'Partition layout',
            self::SizeInSuper => 'Size in super',
            self::RecoveryFamily => 'Recovery',
            self::RecoveryVersion => 'Recovery version',
            self::RecoveryAbilities => 'Recovery can',
            self::RecoveryNeeds => 'Recovery needs the images of',
            self::RecoveryRanAs => 'Recovery seen to run',
            self::RunningRecovery => 'Recovery started once can',
            self::DataFileSystem => 'Data file system',
            self::DataEncryption => 'Data encryption',
            self::DataWrittenBy => 'Data written by',
            self::DataWrittenRelease => 'Written by release',
            self::DataWrittenPatchLevel => 'Written at patch level',
            self::DataWrittenSigner => 'Written by a system signed by',
            self::DataEmpty => 'Data is empty',
            self::EncryptionOff => 'Encryption switched off',
            self::DataUnreadable => 'Data of another layout',
            self::LayoutResidue => 'Rest of another layout',
            self::DataUsedBytes => 'Data in use',
            self::DataHolds => 'Data holds',
            self::DataFreeBytes => 'Internal storage free',
            self::DataFiles => 'Files staged there',
            self::DataFromSet => 'Data restored from',
            self::SetsTakenOff => 'Backup sets copied to the computer',
            self::SetSum => 'SHA-256 of the set copied last',
            self::CardPresent => 'Memory card',
            self::CardFiles => 'Files on the card',
            self::StorageStale => 'Storage not seen since the format',
            self::RecoveryPending => 'Recovery written and not yet started',
            self::CardFreeBytes => 'Card free',
            self::SecondFamily => 'Second system',
            self::SecondVersion => 'Second system version',
            self::TrialFamily => 'Trial beside',
            self::TrialVersion => 'Version of the trial',
            self::ScreenLock => 'Screen lock',
            self::Accounts => 'Signed in to accounts',
            self::BatteryPercent => 'Battery',
            self::BatteryCharging => 'Charging',
            self::BatteryCondition => 'Battery condition',
            self::DebuggingAllowed => 'Debugging allowed',
            self::DebuggingAuthorised => 'Computer authorised',
            self::SlotBootable => 'Bootable',
            self::SlotSuccessful => 'Has started successfully',
            self::SlotRetriesLeft => 'Starts left to try',
            self::UpdateMerging => 'An update is being merged',
            self::LinkProven => 'Link proven',
        };
    }

    /**
     * What a text may be: its values, or the pattern that it follows.
     *
     * @return list<string>|string|null null where any text of up to 400 bytes will do
     */
    public function allowedTexts(): array|string|null
    {
        return match ($this) {
            self::Mode => self::valuesOf(Mode::cases()),
            self::ActiveSlot, self::RunningSlot => self::valuesOf(Slot::cases()),
            self::OsState => self::valuesOf(SystemState::cases()),
            self::FirmwareState => self::valuesOf([SystemState::Incomplete, SystemState::Complete]),
            self::Layout => self::valuesOf(PartitionLayout::cases()),
            self::DataEncryption, self::OsEncrypts => self::valuesOf(Encryption::cases()),
            self::BatteryCondition => self::valuesOf(BatteryCondition::cases()),
            self::OsPatchLevel, self::DataWrittenPatchLevel => '/^\d{4}-\d\d(-\d\d)?$/',
            self::OsRelease, self::DataWrittenRelease => '/^\d+(\.\d+)*$/',
            self::DataFileSystem => '/^[a-z0-9]+$/',
            self::Codename => '/^[A-Za-z0-9][A-Za-z0-9_.-]*$/',
            self::UnlockWaitStarted => '/^\d{4}-\d\d-\d\dT\d\d:\d\d/',
            default => null,
        };
    }

    /**
     * @param  list<\BackedEnum>  $cases
     * @return list<string>
     */
    private static function valuesOf(array $cases): array
    {
        return array_map(static fn(\BackedEnum $case): string => (string) $case->value, $cases);
    }
}

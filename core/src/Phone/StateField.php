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
    case ShownModel = 'variant.shown';
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
    case DataServices = 'data.services';
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
    case CardFileSystem = 'card.fileSystem';
    case CardAdopted = 'card.adopted';
    case ScreenTouch = 'screen.touch';
    case KeysWork = 'keys.work';
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
            self::CardAdopted,
            self::ScreenTouch,
            self::KeysWork,
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
        return StateFieldLabel::of($this);
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
            self::DataFileSystem, self::CardFileSystem => '/^[a-z0-9]+$/',
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

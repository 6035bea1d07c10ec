<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a person may see that the plan does not say. */
enum Symptom: string
{
    case Code7 = 'code-7';
    case Code1 = 'code-1';
    case Signature = 'signature';
    case At47 = 'at-47';
    case StepTwo = 'step-two';
    case NotListed = 'not-listed';
    case Unauthorised = 'unauthorised';
    case NoSystem = 'no-system';
    case MissingPartition = 'missing-partition';
    case SparseHeader = 'sparse-header';
    case NoSpace = 'no-space';
    case Locked = 'locked';
    case BootLoop = 'boot-loop';
    case StuckAtLogo = 'stuck-at-logo';
    case AsksPassword = 'asks-password';
    case StrangeNames = 'strange-names';
    case RecoveryGone = 'recovery-gone';
    case NoDecrypt = 'no-decrypt';
    case FallsToBootloader = 'falls-to-bootloader';
    case NoServices = 'no-services';
    case Certification = 'certification';
    case RadioSerial = 'radio-serial';
    case SlotNotBootable = 'slot-not-bootable';
    case UnlockRefused = 'unlock-refused';
    case LinkLost = 'link-lost';
    case OlderBuild = 'older-build';
    case RollbackRefused = 'rollback-refused';
    case BatteryLow = 'battery-low';
    case DamagedArchive = 'damaged-archive';
    case Merging = 'merging';
    case WrongPhone = 'wrong-phone';
    case AccountLock = 'account-lock';

    public function label(): string
    {
        return match ($this) {
            self::Code7 => 'The package is refused with code 7',
            self::Code1 => 'The package ends with code 1',
            self::Signature => 'The signature is not verified',
            self::At47 => 'The computer stands at 47 percent',
            self::StepTwo => 'The phone stands at step 2 of 2',
            self::NotListed => 'The phone is not listed',
            self::Unauthorised => 'The phone is listed as unauthorised or offline',
            self::NoSystem => 'The recovery warns that there is no system',
            self::MissingPartition => 'A notice about a missing partition',
            self::SparseHeader => 'A warning about an invalid sparse header',
            self::NoSpace => 'There is not enough space',
            self::Locked => 'Writing is not allowed in the locked state',
            self::BootLoop => 'The logo comes and goes',
            self::StuckAtLogo => 'The phone stays at its logo',
            self::AsksPassword => 'It asks for a password that nobody set',
            self::StrangeNames => 'The storage shows names that mean nothing',
            self::RecoveryGone => 'The recovery is gone',
            self::NoDecrypt => 'The recovery cannot open the data',
            self::FallsToBootloader => 'The phone falls back into its bootloader',
            self::NoServices => 'The services are missing',
            self::Certification => 'The certification fails, or a bank app refuses',
            self::RadioSerial => 'The serial number of the radio is gone',
            self::SlotNotBootable => 'A slot is said not to be bootable',
            self::UnlockRefused => 'The unlocking is refused',
            self::LinkLost => 'The link is lost while something is written',
            self::OlderBuild => 'The package is refused because it is older',
            self::RollbackRefused => 'The bootloader refuses an older rollback index',
            self::BatteryLow => 'The battery is too low to go on',
            self::DamagedArchive => 'The archive cannot be opened or is damaged',
            self::Merging => 'An earlier update is still being merged',
            self::WrongPhone => 'The package is for another phone',
            self::AccountLock => 'The phone asks for the account of its owner',
        };
    }

    /**
     * The modes in which it is seen; it is offered first there.
     *
     * @return list<Mode>
     */
    public function seenIn(): array
    {
        return match ($this) {
            self::Code7,
            self::Code1,
            self::Signature,
            self::At47,
            self::StepTwo,
            self::OlderBuild,
            self::DamagedArchive,
            self::WrongPhone
                => [Mode::Sideload, Mode::Recovery],
            self::NoSystem, self::MissingPartition, self::StrangeNames, self::NoDecrypt, self::RecoveryGone => [
                Mode::Recovery,
            ],
            self::SparseHeader,
            self::NoSpace,
            self::Locked,
            self::UnlockRefused,
            self::SlotNotBootable,
            self::RollbackRefused,
            self::BatteryLow,
            self::Merging
                => [Mode::Bootloader, Mode::UserspaceBootloader, Mode::Download],
            self::BootLoop,
            self::StuckAtLogo,
            self::AsksPassword,
            self::FallsToBootloader,
            self::NoServices,
            self::Certification,
            self::RadioSerial,
            self::AccountLock,
            self::Unauthorised
                => [Mode::System],
            self::NotListed, self::LinkLost => Mode::cases(),
        };
    }
}

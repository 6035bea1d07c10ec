<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The operations that a plan is made of. The values stand in plans, journals and phrasebooks. */
enum OperationName: string
{
    case ProveLink = 'prove-link';
    case Reboot = 'reboot';
    case Flash = 'flash';
    case PcFlash = 'pc-flash';
    case Erase = 'erase';
    case DeleteLogical = 'delete-logical';
    case WriteEmptySuper = 'write-empty-super';
    case DisableVerification = 'disable-verification';
    case SetActive = 'set-active';
    case BootOnce = 'boot-once';
    case PutRecoveryInBoot = 'put-recovery-in-boot';
    case CopyTo = 'copy-to';
    case Sideload = 'sideload';
    case Install = 'install';
    case UpdateInSystem = 'update-in-system';
    case FormatData = 'format-data';
    case Wipe = 'wipe';
    case ResetData = 'reset-data';
    case StartTrial = 'start-trial';
    case Unlock = 'unlock';
    case BackUp = 'back-up';
    case MakeSet = 'make-set';
    case TakeOff = 'take-off';
    case BringSet = 'bring-set';
    case Restore = 'restore';
    case Verify = 'verify';
    case Charge = 'charge';
    case EnterByKeys = 'enter-by-keys';
    case LeaveTrial = 'leave-trial';
    case RemoveLock = 'remove-lock';
    case SetSwitches = 'set-switches';
    case SignOut = 'sign-out';
    case WaitFirstBoot = 'wait-first-boot';

    /** Whether a person does it on the phone itself, so that there is no link to it. */
    public function isByHand(): bool
    {
        return $this->templateValues() === null;
    }

    /**
     * The values that a command template for it may name, beside "serial" and "unit" which every one may.
     *
     * @return ?list<string> null where it is done by hand, so that there is nothing to type
     */
    public function templateValues(): ?array
    {
        return match ($this) {
            self::BackUp => ['place'],
            self::BootOnce, self::StartTrial => ['file'],
            self::Charge,
            self::EnterByKeys,
            self::LeaveTrial,
            self::RemoveLock,
            self::SetSwitches,
            self::SignOut,
            self::ResetData,
            self::UpdateInSystem,
            self::WaitFirstBoot
                => null,
            self::CopyTo => ['file', 'place'],
            self::DeleteLogical, self::Erase => ['partition', 'slot'],
            self::DisableVerification, self::Flash, self::PutRecoveryInBoot => ['file', 'partition', 'slot'],
            self::PcFlash => ['file', 'partition'],
            self::FormatData => ['fileSystem'],
            self::Sideload, self::WriteEmptySuper => ['file', 'slot'],
            self::Install => ['file', 'place', 'slot'],
            self::ProveLink, self::Reboot => ['mode'],
            self::MakeSet, self::TakeOff, self::BringSet => ['set', 'place'],
            self::Restore => ['set', 'place'],
            self::SetActive => ['slot'],
            self::Unlock, self::Verify => [],
            self::Wipe => ['what'],
        };
    }
}

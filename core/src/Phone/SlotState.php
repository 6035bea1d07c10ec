<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\SystemState;
use Tornavis\Core\Words\Version;

/** What one slot holds, as far as it is known: null is unknown. */
final readonly class SlotState
{
    public InstalledSystem $os;

    public ?Version $firmware;

    /** whether some of its firmware was written and some was not */
    public bool $firmwareIsInPart;

    public ?string $firmwareRegion;

    public ?string $modem;

    public ?Version $vendor;

    public ?string $vendorChannel;

    public ?string $kernelName;

    public ?string $kernelVersion;

    /** the root package that is installed in it */
    public ?string $root;

    public ?PartitionLayout $layout;

    public ?bool $verificationOn;

    /** @var list<string> partitions that are no longer as its verification headers know them, as far as it is known */
    public array $verificationChanged;

    public ?bool $encryptionOff;

    public ?string $recoveryFamily;

    public ?string $recoveryVersion;

    /** @var list<string> what its recovery can do */
    public array $recoveryAbilities;

    /** @var list<string> the partitions that its publisher lists to be written before it; empty where nobody has */
    public array $recoveryNeeds;

    /** what the slot was like when its recovery was seen to run */
    public ?string $recoveryRanAs;

    public function __construct(private State $state, private string $slot)
    {
        $this->os = new InstalledSystem($state, $slot);
        $this->firmware = $state->version(StateField::FirmwareVersion->in($slot));
        $this->firmwareIsInPart = $state->text(StateField::FirmwareState->in($slot)) === SystemState::Incomplete->value;
        $this->firmwareRegion = $state->text(StateField::FirmwareRegion->in($slot));
        $this->modem = $state->text(StateField::FirmwareModem->in($slot));
        $this->vendor = $state->version(StateField::VendorVersion->in($slot));
        $this->vendorChannel = $state->text(StateField::VendorChannel->in($slot));
        $this->kernelName = $state->text(StateField::KernelName->in($slot));
        $this->kernelVersion = $state->text(StateField::KernelVersion->in($slot));
        $this->root = $state->text(StateField::Root->in($slot));
        $this->layout = PartitionLayout::tryFrom($state->text(StateField::Layout->in($slot)) ?? '');
        $this->verificationOn = $state->flag(StateField::VerificationOn->in($slot));
        $this->verificationChanged = $state->list(StateField::VerificationChanged->in($slot));
        $this->encryptionOff = $state->flag(StateField::EncryptionOff->in($slot));
        $this->recoveryFamily = $state->text(StateField::RecoveryFamily->in($slot));
        $this->recoveryVersion = $state->text(StateField::RecoveryVersion->in($slot));
        $this->recoveryAbilities = $state->list(StateField::RecoveryAbilities->in($slot));
        $this->recoveryNeeds = $state->list(StateField::RecoveryNeeds->in($slot));
        $this->recoveryRanAs = $state->text(StateField::RecoveryRanAs->in($slot));
    }

    /** The build that the image in a partition belongs to. */
    public function image(string $partition): ?string
    {
        return $this->state->text(StateField::Image->in($this->slot, $partition));
    }

    /** Bytes that a logical partition takes in super. */
    public function sizeInSuper(string $partition): ?int
    {
        return $this->state->int(StateField::SizeInSuper->in($this->slot, $partition));
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Delivery;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/**
 * Has the recovery install a package: streamed from the computer, or from storage where it was copied before.
 *
 * A build goes into the slot that is not running; an add-on into the running one.
 */
final readonly class InstallPackage extends Operation
{
    /**
     * @param  ?string  $from  "card" or "internal"; null where it is streamed from the computer
     */
    public function __construct(private Package $package, private string $slot, private ?string $from = null) {}

    /** The way that a situation's delivery takes. */
    public static function delivered(Delivery $delivery, Package $package, string $slot): self
    {
        return new self($package, $slot, $delivery->installsFrom());
    }

    public function name(): OperationName
    {
        return $this->from === null ? OperationName::Sideload : OperationName::Install;
    }

    public function title(): string
    {
        $into = $this->slot === '-' ? '' : ' into slot ' . strtoupper($this->slot);

        return $this->from === null
            ? "Sideload {$this->package->title()}{$into}"
            : "Install {$this->package->title()} from " . CopyTo::PLACES[$this->from] . $into;
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'slot' => $this->slot] +
            ($this->from === null ? [] : ['place' => $this->from]);
    }

    public function mode(): Mode
    {
        return $this->from === null ? Mode::Sideload : Mode::Recovery;
    }

    public function modeAfter(): Mode
    {
        return Mode::Recovery;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function writes(): bool
    {
        return true;
    }

    /** A bare system image, which the recovery writes as it is and on which nothing was put before. */
    private function isImage(): bool
    {
        return $this->package->kind() === PackageKind::GenericImage;
    }

    private function isBuild(): bool
    {
        return $this->package->kind() === PackageKind::Build;
    }

    private function copiesSlot(): bool
    {
        return $this->package->kind() === PackageKind::SlotCopy;
    }

    /**
     * The running slot's firmware in the other one too.
     *
     * @return array<string, string|null>
     */
    private function copied(State $state, ModelSheet $sheet): array
    {
        $from = $state->text('slot.running') ?? $sheet->otherSlot($this->slot);
        $effects = [];
        foreach (['firmware.version', 'firmware.region', 'firmware.modem'] as $name) {
            $effects["slot.{$this->slot}.{$name}"] = $state->text("slot.{$from}.{$name}");
        }

        return $effects;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $running = $state->text('slot.running');
        $lands =
            ($this->isBuild() || $this->copiesSlot()) && $running !== null ? $sheet->otherSlot($running) : $running;
        $refusals = $lands === $this->slot ? [] : ["The package would land in slot {$lands}, not in {$this->slot}."];
        if ($this->from !== null && !in_array($this->package->name(), $state->list(CopyTo::LISTS[$this->from]), true)) {
            $refusals[] =
                "{$this->package->name()} would not lie on " . CopyTo::PLACES[$this->from] . ' any more, or not yet.';
        }
        $minimum = $state->version("slot.{$this->slot}.firmware.version");
        $needed = $this->package->facts->text(Field::FIRMWARE_MIN);
        if ($needed !== null && ($minimum === null || $minimum->olderThan(\Tornavis\Core\Words\Version::of($needed)))) {
            $refusals[] =
                'The package would refuse itself: firmware ' .
                ($minimum ?? 'unknown') .
                " in slot {$this->slot}, {$needed} needed.";
        }
        $vendor = $this->package->facts->text(Field::VENDOR_MIN);
        $hasVendor = $state->version("slot.{$this->slot}.vendor.version");
        if (
            $this->isBuild() &&
            $vendor !== null &&
            ($hasVendor === null || $hasVendor->olderThan(\Tornavis\Core\Words\Version::of($vendor)))
        ) {
            $refusals[] = 'The build would not start: vendor ' . ($hasVendor ?? 'unknown') . ", {$vendor} needed.";
        }
        if ($this->isBuild() && Layout::of($state, $sheet, $this->slot) !== Layout::DYNAMIC) {
            $refusals[] =
                BootCheck::named($this->slot) . ' has no partitions for the build: the new layout is missing there.';
        }
        if ($this->isBuild() && $state->flag('layout.residue') === true) {
            $refusals[] = 'What is left of the old layout is in the way of the build.';
        }
        if (
            !$this->isBuild() &&
            !$this->isImage() &&
            !$this->copiesSlot() &&
            !in_array($this->package->kind(), [PackageKind::LayoutChanger, PackageKind::Cleaner], true) &&
            $this->package->kind() !== PackageKind::Vendor &&
            $state->text("slot.{$this->slot}.os.state") !== 'complete'
        ) {
            $refusals[] = 'There is no system to add this to.';
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $slot = "slot.{$this->slot}";
        $facts = $this->package->facts;
        if ($this->isImage()) {
            return GenericSystem::effects($this->package, $this->slot, $state);
        }
        if (!$this->isBuild()) {
            return ['mode' => Mode::Recovery->value] +
                match ($this->package->kind()) {
                    PackageKind::Services => ["{$slot}.os.services" => $this->package->title()],
                    PackageKind::Root => ["{$slot}.root" => $this->package->title()],
                    PackageKind::Kernel => [
                        "{$slot}.kernel.name" => $facts->text(Field::FAMILY),
                        "{$slot}.kernel.version" => $facts->text(Field::VERSION),
                    ],
                    PackageKind::Vendor => [
                        "{$slot}.vendor.version" => $facts->text(Field::VERSION),
                        "{$slot}.vendor.channel" => $facts->text(Field::VENDOR_CHANNEL),
                    ],
                    PackageKind::EncryptionDisabler => ["{$slot}.encryption.off" => true],
                    PackageKind::LayoutChanger => [
                        'storage.stale' => false,
                        'data.unreadable' => true,
                        'layout.residue' => true,
                    ],
                    PackageKind::Cleaner => ['layout.residue' => false],
                    PackageKind::Remover => ['second.family' => null, 'second.version' => null],
                    PackageKind::SlotCopy => $this->copied($state, $sheet),
                    default => [],
                };
        }
        $effects = [
            'mode' => Mode::Recovery->value,
            'slot.active' => $this->slot,
            "{$slot}.os.family" => $facts->text(Field::FAMILY),
            "{$slot}.os.release" => $facts->text(Field::RELEASE),
            "{$slot}.os.version" => $facts->text(Field::VERSION),
            "{$slot}.os.buildId" => $facts->text(Field::BUILD_ID),
            "{$slot}.os.buildTime" => $facts->int(Field::BUILD_TIME),
            "{$slot}.os.patchLevel" => $facts->text(Field::PATCH_LEVEL),
            "{$slot}.os.signer" => $facts->text(Field::SIGNER),
            "{$slot}.os.stock" => false,
            "{$slot}.os.state" => 'complete',
            "{$slot}.os.failedAs" => null,
            "{$slot}.os.services" => $facts->flag(Field::BRINGS_SERVICES) === true ? 'its own' : 'none',
            "{$slot}.os.firmwareMin" => $facts->text(Field::FIRMWARE_MIN),
            "{$slot}.os.vendorMin" => $facts->text(Field::VENDOR_MIN),
            "{$slot}.os.base" => null,
            "{$slot}.encryption.off" => null,
            "{$slot}.root" => null,
            "{$slot}.kernel.name" => null,
            "{$slot}.kernel.version" => null,
        ];
        $writes = $facts->list(Field::WRITES);
        foreach ($sheet->startPartitions() as $partition) {
            if (in_array($partition, $writes, true)) {
                $effects["{$slot}.image.{$partition}"] = $facts->text(Field::BUILD_ID);
            }
        }
        if (in_array($sheet->recoveryHome->value, $writes, true)) {
            $brings = $facts->flag(Field::BRINGS_RECOVERY) === true;
            $effects["{$slot}.recovery.family"] = $brings ? "{$this->package->title()}'s own" : null;
            $effects["{$slot}.recovery.version"] = $brings ? $facts->text(Field::VERSION) : null;
            $effects["{$slot}.recovery.abilities"] = $brings ? ['sideload'] : [];
        }

        return $effects;
    }

    public function midway(State $state): array
    {
        return $this->isBuild() || $this->isImage() ? ["slot.{$this->slot}.os.state" => 'incomplete'] : [];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $send = $this->from === null ? intdiv($this->package->sizeBytes, $rates->linkBytesPerSecond) : 0;
        if (!$this->isBuild()) {
            return Timing::about(60 + $send + intdiv($this->package->writtenBytes(), $rates->installBytesPerSecond));
        }
        $expected = 60 + $send + intdiv($this->package->writtenBytes(), $rates->installBytesPerSecond);

        return Timing::of($expected, (int) ceil($expected * 1.4), max(2100, $expected * 2));
    }

    public function instruction(): string
    {
        return ($this->from === null
            ? "Stream {$this->package->name()} from the computer."
            : "Choose {$this->package->name()} on " .
                CopyTo::PLACES[$this->from] .
                ($this->isImage() ? ' and write it to the system partition, and to no other.' : ' and install it.')) .
            ' Then leave phone and cable alone until the recovery says that it ended.';
    }

    public function youWillSee(): string
    {
        if ($this->from !== null) {
            return 'The recovery names what it writes; the last part can sit for twenty minutes.';
        }

        if ($this->package->kind() === PackageKind::LayoutChanger) {
            return 'The recovery changes the partitions and restarts by itself.';
        }

        return $this->isBuild()
            ? 'The computer counts up to 47 percent and stops; the phone goes on with step 2 of 2, which can sit ' .
                    'for twenty minutes.'
            : 'The computer counts up, the phone names the files that it adds.';
    }

    public function evidence(): string
    {
        return 'The recovery reports that the install ended with status 0' .
            ($this->isBuild() && $this->slot !== '-' ? ' and slot ' . strtoupper($this->slot) . ' starts next.' : '.');
    }

    public function oddities(): array
    {
        $verified = $this->package->integrity() === Integrity::Verified;

        return [
            ...$this->isBuild() && $this->from === null
                ? ['The computer\'s progress stops at 47 percent: the rest happens on the phone.']
                : [],
            ...$this->isBuild()
                ? ['A notice about a missing partition at the first install of a layout is harmless.']
                : [],
            $verified
                ? 'If the recovery asks to go on although the signature is not known to it: the file\'s checksum ' .
                    'was verified against its publisher, so go on.'
                : 'If the recovery says that the signature failed: this file\'s checksum was never verified. Stop ' .
                    'here.',
        ];
    }

    public function whenItFails(): string
    {
        return 'Code 7 is the package refusing the phone: read the line above it. Code 1 is mostly a damaged file. ' .
            'The recovery is still there; send the package again once the cause is gone.';
    }
}

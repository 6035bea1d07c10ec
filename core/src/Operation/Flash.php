<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/** Writes the images of one package to their partitions in one slot. */
final readonly class Flash extends Operation
{
    /**
     * @param  list<string>  $partitions
     * @param  Mode  $in  the bootloader, the userspace bootloader for logical partitions, or the maker's PC flash mode
     */
    public function __construct(
        private Package $package,
        private array $partitions,
        private string $slot,
        private Mode $in = Mode::Bootloader,
    ) {}

    public function name(): OperationName
    {
        return $this->in === Mode::Download ? OperationName::PcFlash : OperationName::Flash;
    }

    public function title(): string
    {
        return $this->what() . ($this->in === Mode::Download ? ' by PC flash' : '');
    }

    private function what(): string
    {
        if ($this->package->kind() === PackageKind::StockBundle) {
            return "{$this->package->title()}: " .
                implode(', ', $this->partitions) .
                ($this->slot === '-' ? '' : ' into slot ' . strtoupper($this->slot));
        }
        $what =
            $this->package->kind() === PackageKind::Firmware
                ? "Firmware {$this->package->facts->text(Field::VERSION)}"
                : $this->package->title();

        return $what . ($this->slot === '-' ? '' : ' into slot ' . strtoupper($this->slot));
    }

    public function parameters(): array
    {
        return [
            'package' => $this->package->name(),
            'partitions' => $this->partitions,
            'entries' => array_map(
                fn(string $name): string => $this->package->imageFor($name)->entry ?? '',
                $this->partitions,
            ),
            'slot' => $this->slot,
        ];
    }

    public function mode(): Mode
    {
        return $this->in;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $refusals = $state->flag('bootloader.unlocked') === true ? [] : ['The bootloader is not known to be unlocked.'];
        if ($this->erasesData() && $state->flag('locks.accounts') !== false) {
            $refusals[] = 'An account may still be signed in; the phone would lock its owner out.';
        }
        foreach ($this->partitions as $name) {
            $partition = $sheet->partition($name);
            $image = $this->package->imageFor($name);
            if ($partition === null) {
                $refusals[] = "The phone has no partition {$name}.";
            } elseif ($image === null) {
                $refusals[] = "{$this->package->name()} holds no image for {$name}.";
            } elseif (
                (!$partition->logical || $this->takesRoomBack($sheet)) &&
                $image->sizeBytes > $partition->sizeBytes
            ) {
                $refusals[] =
                    "The image for {$name} has {$image->sizeBytes} bytes; the partition holds " .
                    "{$partition->sizeBytes}.";
            }
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $slot = "slot.{$this->slot}";
        if ($this->package->kind() === PackageKind::Firmware) {
            return ["{$slot}.firmware.version" => $this->package->facts->text(Field::VERSION)];
        }
        if ($this->package->kind() === PackageKind::GenericImage) {
            return GenericSystem::effects($this->package, $this->slot, $state);
        }
        if ($this->package->kind() === PackageKind::Kernel) {
            return [
                "{$slot}.os.failedAs" => null,
                "{$slot}.image.boot" => $this->owner(),
                "{$slot}.kernel.name" => $this->package->facts->text(Field::FAMILY),
                "{$slot}.kernel.version" => $this->package->facts->text(Field::VERSION),
            ] +
                ($sheet->recoveryHome->value === 'boot'
                    ? [
                        "{$slot}.recovery.family" => null,
                        "{$slot}.recovery.version" => null,
                        "{$slot}.recovery.abilities" => [],
                    ]
                    : []);
        }
        $effects = [];
        if ($this->package->kind() === PackageKind::StockBundle) {
            $effects =
                $this->stock($slot, $sheet) + ($this->takesRoomBack($sheet) ? ["{$slot}.layout" => Layout::OLD] : []);
        }
        foreach (array_intersect($this->partitions, $sheet->startPartitions()) as $name) {
            $effects["{$slot}.image.{$name}"] = $this->owner();
            $effects["{$slot}.os.failedAs"] = null;
        }
        if ($this->package->kind() === PackageKind::Recovery) {
            $effects["{$slot}.recovery.family"] = $this->package->facts->text(Field::FAMILY);
            $effects["{$slot}.recovery.version"] = $this->package->facts->text(Field::VERSION);
            $effects["{$slot}.recovery.abilities"] = $this->package->facts->list(Field::ABILITIES);
            $effects += $this->in === Mode::Download ? ['recovery.pending' => true] : [];
        }

        return $effects + ($this->erasesData() ? Erasure::effects($sheet->fileSystems[0]) : []);
    }

    /** Whether the maker's own partitions come back in place of a dynamic layout. */
    private function takesRoomBack(ModelSheet $sheet): bool
    {
        return $this->package->kind() === PackageKind::StockBundle &&
            Layout::bundleIsPhysical($sheet) &&
            array_intersect($this->partitions, $sheet->logicalPartitions()) !== [];
    }

    /** The maker's flash mode empties the data when it writes a whole system. */
    private function erasesData(): bool
    {
        return $this->in === Mode::Download && in_array('system', $this->partitions, true);
    }

    public function losses(State $state): array
    {
        return $this->erasesData() ? Erasure::losses($state) : [];
    }

    /** What an image that is written belongs to. */
    private function owner(): string
    {
        return $this->package->facts->text(Field::PART_OF) ??
            ($this->package->facts->text(Field::BUILD_ID) ?? $this->package->title());
    }

    /**
     * @return array<string, string|int|bool|list<string>|null>
     */
    private function stock(string $slot, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;
        $effects = [];
        if (in_array('system', $this->partitions, true)) {
            $effects = [
                "{$slot}.os.family" => $facts->text(Field::FAMILY),
                "{$slot}.os.version" => $facts->text(Field::VERSION),
                "{$slot}.os.release" => $facts->text(Field::RELEASE),
                "{$slot}.os.buildId" => $this->owner(),
                "{$slot}.os.stock" => true,
                "{$slot}.os.state" => 'complete',
                "{$slot}.os.firmwareMin" => null,
                "{$slot}.os.vendorMin" => null,
                "{$slot}.os.base" => null,
                "{$slot}.os.services" => null,
                "{$slot}.os.patchLevel" => $facts->text(Field::PATCH_LEVEL),
                "{$slot}.os.signer" => null,
                "{$slot}.kernel.name" => null,
                "{$slot}.root" => null,
            ];
        }
        if (array_intersect($this->partitions, $sheet->verificationPartitions()) !== []) {
            $effects["{$slot}.verification.on"] = true;
        }
        if (array_intersect($this->partitions, $sheet->firmwarePartitions()) !== []) {
            $effects["{$slot}.firmware.version"] = $facts->text(Field::VERSION);
        }
        if (in_array($sheet->recoveryHome->value, $this->partitions, true)) {
            $effects["{$slot}.recovery.family"] = null;
            $effects["{$slot}.recovery.version"] = null;
            $effects["{$slot}.recovery.abilities"] = [];
        }

        return $effects;
    }

    public function midway(State $state): array
    {
        $slot = "slot.{$this->slot}";
        if ($this->package->kind() === PackageKind::Firmware) {
            return ["{$slot}.firmware.version" => null, "{$slot}.os.state" => 'incomplete'];
        }
        if (in_array('system', $this->partitions, true)) {
            // A slot whose layout is known is reckoned as one that has lost it: a new layout is then written anew.
            $layout =
                $this->package->kind() === PackageKind::StockBundle && $state->text("{$slot}.layout") !== null
                    ? ["{$slot}.layout" => Layout::OLD]
                    : [];

            return ["{$slot}.os.state" => 'incomplete'] + $layout + ($this->erasesData() ? ['data.empty' => true] : []);
        }
        $cut = [];
        foreach ($this->partitions as $name) {
            $cut["{$slot}.image.{$name}"] = 'an image written in part';
        }

        return $cut +
            ($this->package->kind() === PackageKind::Recovery ? ["{$slot}.recovery.family" => null] : []) +
            ($this->erasesData() ? ['data.empty' => true] : []);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $bytes = 0;
        foreach ($this->partitions as $name) {
            $bytes += $this->package->imageFor($name)->sizeBytes ?? 0;
        }

        return Timing::about(10 * count($this->partitions) + intdiv($bytes, $rates->flashBytesPerSecond));
    }

    public function instruction(): string
    {
        $each =
            count($this->partitions) === 1
                ? 'Write the image'
                : 'Write the images, one after the other: ' . implode(', ', $this->partitions);

        if ($this->in === Mode::Download) {
            return 'Switch automatic restart off in the computer\'s flashing program, then write: ' .
                implode(', ', $this->partitions) .
                '. Write no other partition, and never the one that holds the radio\'s identity.';
        }

        return $each . ($this->slot === '-' ? '.' : ', to slot ' . strtoupper($this->slot) . ' and to no other.');
    }

    public function youWillSee(): string
    {
        return 'For each image one line for sending and one for writing, both ending well.';
    }

    public function evidence(): string
    {
        return 'Each image is reported as written.';
    }

    public function oddities(): array
    {
        return [
            'A large image is sent in parts; a warning about an invalid sparse header is part of that and harmless.',
        ];
    }

    public function whenItFails(): string
    {
        return '"Write not allowed in locked state" means the bootloader is locked. Otherwise repeat the same ' .
            'image; the other slot is untouched.';
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Operation\Erasure;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Slot;

/**
 * Writes the images of one package to their partitions in one slot.
 *
 * What they change is said by the class for the kind of package.
 *
 * @phpstan-import-type FactValue from Fact
 */
abstract readonly class Flash extends Operation
{
    /** What stands in a partition whose writing was cut off. */
    public const PARTLY_WRITTEN = 'an image written in part';

    /**
     * @param  list<string>  $partitions
     * @param  Mode  $in  the bootloader, the userspace bootloader for logical partitions, or the maker's PC flash mode
     */
    public function __construct(
        protected Package $package,
        protected array $partitions,
        protected string $slot,
        protected Mode $in = Mode::Bootloader,
    ) {}

    /**
     * @param  list<string>  $partitions
     */
    public static function of(Package $package, array $partitions, string $slot, Mode $in = Mode::Bootloader): self
    {
        return match ($package->kind()) {
            PackageKind::Firmware => new FlashFirmware($package, $partitions, $slot, $in),
            PackageKind::GenericImage => new FlashGenericImage($package, $partitions, $slot, $in),
            PackageKind::Kernel => new FlashKernel($package, $partitions, $slot, $in),
            PackageKind::Recovery => new FlashRecovery($package, $partitions, $slot, $in),
            PackageKind::StockBundle => new FlashStockBundle($package, $partitions, $slot, $in),
            default => new FlashStartImage($package, $partitions, $slot, $in),
        };
    }

    public function name(): OperationName
    {
        return $this->in === Mode::Download ? OperationName::PcFlash : OperationName::Flash;
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
        $refusals = self::whileLocked($state);
        if ($this->erasesData() && $state->flag(StateField::Accounts) !== false) {
            $refusals[] = 'An account may still be signed in; the phone would lock its owner out.';
        }
        foreach ($this->partitions as $name) {
            $refusals = [...$refusals, ...$this->refusalsOfImage($name, $sheet)];
        }

        return $refusals;
    }

    /**
     * @return list<string>
     */
    private function refusalsOfImage(string $name, ModelSheet $sheet): array
    {
        $partition = $sheet->partition($name);
        $image = $this->package->imageFor($name);
        if ($partition === null) {
            return ["The phone has no partition {$name}."];
        }
        if ($image === null) {
            return ["{$this->package->name()} holds no image for {$name}."];
        }
        if ($name === $sheet->identityPartition) {
            return ["{$name} holds the radio's identity; nothing is ever written there."];
        }
        $mismatch = $partition->destination()->mismatch($this->package);
        if ($mismatch !== null) {
            return [$mismatch->why];
        }

        return $this->sizeIsFixed($partition, $sheet) && $image->sizeBytes > $partition->sizeBytes
            ? ["The image for {$name} has {$image->sizeBytes} bytes; the partition holds " . "{$partition->sizeBytes}."]
            : [];
    }

    /** A logical partition grows to what is written into it; of another one the size may not be known. */
    protected function sizeIsFixed(Partition $partition, ModelSheet $sheet): bool
    {
        return !$partition->logical && $partition->sizeBytes !== null;
    }

    final public function effects(State $state, ModelSheet $sheet): array
    {
        $erased = $this->erasesData() ? Erasure::effects($state, $sheet->fileSystems[0] ?? null) : [];

        return $this->written($state, $sheet) +
            Verification::changed($state, $sheet, $this->slot, $this->strange()) +
            $erased;
    }

    /**
     * @return array<string, FactValue> what the images change where they are written, beside the data
     */
    abstract protected function written(State $state, ModelSheet $sheet): array;

    /**
     * @return list<string> partitions that get what the verification headers of the slot do not know
     */
    protected function strange(): array
    {
        return $this->partitions;
    }

    /**
     * @return array<string, FactValue> whose the images are that the phone starts from
     */
    final protected function startImages(ModelSheet $sheet): array
    {
        $effects = [];
        foreach (array_intersect($this->partitions, $sheet->startPartitions()) as $name) {
            $effects[StateField::Image->in($this->slot, $name)] = $this->owner();
            $effects[StateField::OsFailedAs->in($this->slot)] = null;
        }
        if (in_array(PartitionName::Boot->value, $this->partitions, true)) {
            // What was patched into the old image goes with it.
            $effects[StateField::Root->in($this->slot)] = null;
            $effects[StateField::KernelName->in($this->slot)] = null;
            $effects[StateField::KernelVersion->in($this->slot)] = null;
        }

        return $effects;
    }

    /** The maker's flash mode empties the data when it writes a whole system. */
    private function erasesData(): bool
    {
        return $this->in === Mode::Download && $this->writesSystem();
    }

    final protected function writesSystem(): bool
    {
        return in_array(PartitionName::System->value, $this->partitions, true);
    }

    public function losses(State $state): array
    {
        return $this->erasesData() ? Erasure::losses($state) : [];
    }

    /** What an image that is written belongs to. */
    final protected function owner(): string
    {
        return $this->package->facts->text(Field::PART_OF) ?? Nameless::orBuildOf($this->package);
    }

    final public function midway(State $state, ModelSheet $sheet): array
    {
        return $this->writtenInPart($state, $sheet) +
            ($this->erasesData() ? [StateField::DataEmpty->value => true] : []);
    }

    /**
     * @return array<string, FactValue> what to reckon with where the writing was cut off, beside the data
     */
    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        $effects = [];
        foreach ($this->partitions as $name) {
            $effects[StateField::Image->in($this->slot, $name)] = self::PARTLY_WRITTEN;
        }

        return $effects;
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $bytes = 0;
        foreach ($this->partitions as $name) {
            $bytes += $this->package->imageFor($name)->sizeBytes ?? 0;
        }

        return Timing::about(10 * count($this->partitions) + intdiv($bytes, $rates->flashBytesPerSecond));
    }

    public function title(): string
    {
        $into = Slot::phrase('into', $this->slot);

        return $this->what() . $into . ($this->in === Mode::Download ? ' by PC flash' : '');
    }

    protected function what(): string
    {
        return $this->package->title();
    }

    public function instruction(): string
    {
        $names = implode(', ', $this->partitions);
        if ($this->in === Mode::Download) {
            return "Switch automatic restart off in the computer's flashing program, then write {$names} from " .
                "{$this->package->name()}. Write no other partition, and never the one that holds the radio's " .
                'identity.';
        }
        $file = $this->package->name();
        $isOneFile = count($this->partitions) === 1 && $this->entry($this->partitions[0]) === null;
        $write = $isOneFile
            ? "Write {$file} to {$names}"
            : "Write the images of {$file} to the partitions of their names, one after the other: {$names}";

        return $write .
            (Slot::isOnly($this->slot) ? '' : ' in slot ' . strtoupper($this->slot) . ' and in no other') .
            ', from ' .
            $this->in->place() .
            '.';
    }

    /** Name of the file inside the package that holds the image; null where the package is the image. */
    private function entry(string $partition): ?string
    {
        return $this->package->imageFor($partition)->entry ?? null;
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

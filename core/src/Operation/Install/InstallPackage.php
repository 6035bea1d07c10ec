<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Delivery;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\Version;

/**
 * Has the recovery install a package: streamed from the computer, or from storage where it was copied before.
 *
 * What the package changes is said by the class for its kind.
 */
abstract readonly class InstallPackage extends Operation
{
    /**
     * @param  ?string  $from  "card" or "internal"; null where it is streamed from the computer
     * @param  list<string>  $answers  what to choose when the installer asks: "question: choice"
     */
    final public function __construct(
        protected Package $package,
        protected string $slot,
        protected ?string $from = null,
        protected array $answers = [],
    ) {}

    /** @param  list<string>  $answers */
    public static function of(Package $package, string $slot, ?string $from = null, array $answers = []): self
    {
        return match ($package->kind()) {
            PackageKind::Build => new InstallBuild($package, $slot, $from, $answers),
            PackageKind::GenericImage => new InstallGenericImage($package, $slot, $from, $answers),
            PackageKind::Firmware => new InstallFirmware($package, $slot, $from, $answers),
            PackageKind::Recovery => new InstallRecovery($package, $slot, $from, $answers),
            PackageKind::Vendor => new InstallVendor($package, $slot, $from, $answers),
            PackageKind::LayoutChanger, PackageKind::Cleaner => new ChangeLayout($package, $slot, $from, $answers),
            PackageKind::SlotCopy => new CopySlot($package, $slot, $from, $answers),
            default => new InstallAddOn($package, $slot, $from, $answers),
        };
    }

    /** The way that a situation's delivery takes. */
    public static function delivered(Delivery $delivery, Package $package, string $slot): self
    {
        return self::of($package, $slot, $delivery->installsFrom(), $delivery->answersTo($package));
    }

    public function name(): OperationName
    {
        return $this->from === null ? OperationName::Sideload : OperationName::Install;
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'slot' => $this->slot] +
            ($this->from === null ? [] : ['place' => $this->from]) +
            ($this->answers === [] ? [] : ['answers' => $this->answers]);
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

    /** Whether the recovery puts it into the slot that is not running. */
    protected function goesIntoOtherSlot(): bool
    {
        return false;
    }

    protected function destination(): Destination
    {
        return Destination::installedByRecovery();
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $running = $state->text(StateField::RunningSlot);
        $lands = $this->goesIntoOtherSlot() && $running !== null ? $sheet->otherSlot($running) : $running;
        $refusals = $lands === $this->slot ? [] : ["The package would land in slot {$lands}, not in {$this->slot}."];
        if ($this->from !== null && !in_array($this->package->name(), $state->list(CopyTo::LISTS[$this->from]), true)) {
            $refusals[] =
                "{$this->package->name()} would not lie on " . CopyTo::PLACES[$this->from] . ' any more, or not yet.';
        }
        $mismatch = $this->destination()->mismatch($this->package);
        if ($mismatch !== null) {
            $refusals[] = $mismatch->why;
        }
        $has = $state->slot($this->slot)->firmware;
        $needed = $this->package->facts->text(Field::FIRMWARE_MIN);
        $isBelow = $needed !== null && ($has === null || $has->olderThan(Version::of($needed)));
        if ($isBelow && !$this->package->bringsEnoughFirmware()) {
            $refusals[] =
                'The package would refuse itself: firmware ' .
                ($has ?? 'unknown') .
                " in slot {$this->slot}, {$needed} needed.";
        }

        return [...$refusals, ...$this->refusalsOfItsKind($state, $sheet)];
    }

    /**
     * What stands in the way of this kind of package, beside what stands in the way of any.
     *
     * @return list<string>
     */
    abstract protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array;

    /** Seconds to send and to write it. */
    protected function seconds(Rates $rates): int
    {
        $send = $this->from === null ? intdiv($this->package->sizeBytes, $rates->linkBytesPerSecond) : 0;

        return 60 + $send + intdiv($this->package->writtenBytes(), $rates->installBytesPerSecond);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about($this->seconds($rates));
    }

    public function title(): string
    {
        $into = Slot::phrase('into', $this->slot);

        return $this->from === null
            ? "Sideload {$this->package->title()}{$into}"
            : "Install {$this->package->title()} from " . CopyTo::PLACES[$this->from] . $into;
    }

    public function instruction(): string
    {
        $start =
            $this->from === null
                ? "Stream {$this->package->name()} from the computer."
                : "Choose {$this->package->name()} on " . CopyTo::PLACES[$this->from] . $this->afterChoosing();

        $asked = array_map(static fn(string $answer): string => " When it asks, choose {$answer}.", $this->answers);

        return $start .
            implode('', $asked) .
            ' Then leave phone and cable alone until the recovery says that it ended.';
    }

    /** What to do once it is chosen on the phone; the end of a sentence. */
    protected function afterChoosing(): string
    {
        return ' and install it.';
    }

    public function youWillSee(): string
    {
        return $this->from === null
            ? $this->whileItIsStreamed()
            : 'The recovery names what it writes; the last part can sit for twenty minutes.';
    }

    protected function whileItIsStreamed(): string
    {
        return 'The computer counts up, the phone names the files that it adds.';
    }

    public function evidence(): string
    {
        return 'The recovery reports that the install ended with status 0.';
    }

    public function oddities(): array
    {
        return $this->package->integrity() === Integrity::Verified
            ? [
                'If the recovery asks to go on although the signature is not known to it: the file\'s checksum was ' .
                'verified against its publisher, so go on.',
            ]
            : [];
    }

    public function whenItFails(): string
    {
        $signature =
            $this->package->integrity() === Integrity::Verified
                ? ''
                : 'If the recovery says that the signature failed, stop: this file\'s checksum was never verified. ';

        return $signature .
            'Code 7 is the package refusing the phone: read the line above it. Code 1 is mostly a damaged file. ' .
            'The recovery is still there; send the package again once the cause is gone.';
    }
}

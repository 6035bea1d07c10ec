<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Version;

/** Which slots need firmware for the build, and which file of the kit brings it. */
final readonly class FirmwareNeeds
{
    public function __construct(private Situation $situation) {}

    /**
     * Slots whose firmware must reach the build's minimum and does not, or is unknown. Of a build that asks for none,
     * the slots that may hold none and get the kit's.
     *
     * @return array<string, ?Version> slot → its firmware
     */
    public function slotsBelowMinimum(): array
    {
        if ($this->isAlone()) {
            return $this->slotsWithAnother();
        }
        $minimum = $this->situation->files->build()?->facts->text(Field::FIRMWARE_MIN);
        if ($minimum === null) {
            return $this->chosen() === null ? [] : array_fill_keys($this->slotsWithoutAny(), null);
        }
        $old = [];
        foreach (array_diff($this->slotsInNeed(), $this->slotsOfBuild()) as $slot) {
            $has = $this->situation->state->slot($slot)->firmware;
            if ($has?->isAtLeast(Version::of($minimum)) !== true) {
                $old[$slot] = $has;
            }
        }

        return $old;
    }

    /**
     * Slots that the build goes into, and of which nobody knows whether they hold any firmware: none is known, and no
     * system is known to have started there. On some phones the second slot is empty when they are sold; the one in
     * use holds what the phone is alive with.
     *
     * @return list<string>
     */
    public function slotsWithoutAny(): array
    {
        $s = $this->situation;
        $active = $s->state->activeSlot();
        $brings = $s->files->build()?->facts->text(Field::BRINGS_FIRMWARE) !== null;
        if ($s->sheet->hasTwoSlots() !== true || $active === null || $brings || !$s->job->installsBuild()) {
            return [];
        }

        return array_values(array_filter($s->slots->ofBuild(), $this->mayBeEmpty(...)));
    }

    /** Whether nobody knows that a slot holds any firmware. */
    public function mayBeEmpty(string $slot): bool
    {
        $state = $this->situation->state;

        return $this->situation->sheet->hasTwoSlots() === true &&
            $slot !== $state->activeSlot() &&
            $state->slot($slot)->firmware === null &&
            !$state->slot($slot)->os->isComplete() &&
            $state->flag(StateField::SlotSuccessful->in($slot)) !== true;
    }

    /**
     * The slots that get firmware that is new enough along with the build.
     *
     * @return list<string>
     */
    public function slotsOfBuild(): array
    {
        $build = $this->situation->files->build();

        return $build?->bringsEnoughFirmware() === true ? $this->situation->slots->ofBuild() : [];
    }

    /** Whether the firmware itself is what the job is about, and no build asks for it. */
    public function isAlone(): bool
    {
        return $this->situation->intent === Intent::Base;
    }

    /**
     * Slots that hold other firmware than the one of the kit.
     *
     * @return array<string, ?Version> slot → its firmware
     */
    private function slotsWithAnother(): array
    {
        $next = $this->chosen()?->facts->text(Field::VERSION);
        $others = [];
        foreach ($next === null ? [] : $this->slotsInNeed() as $slot) {
            $has = $this->situation->state->slot($slot)->firmware;
            if ($has?->text !== $next) {
                $others[$slot] = $has;
            }
        }

        return $others;
    }

    /**
     * @return list<string>
     */
    public function slotsInNeed(): array
    {
        if ($this->isAlone() && $this->situation->house->baseSlots === 'active') {
            return [$this->situation->slots->active()];
        }
        $both =
            $this->situation->files->build()?->facts->text(Field::FIRMWARE_SLOTS) !== 'next' ||
            !$this->situation->sheet->hasTwoSlots();

        return $both ? $this->situation->sheet->slots : [$this->situation->slots->ofInstall()];
    }

    /**
     * The firmware package in the kit that is new enough for the build and made for this phone; of several the one that
     * is of the phone's region.
     */
    public function chosen(): ?Package
    {
        $serving = array_values(
            array_filter($this->situation->files->ofKind(PackageKind::Firmware), $this->serves(...)),
        );
        foreach ($serving as $package) {
            if ($this->situation->fit->region($package) === RegionFit::Same) {
                return $package;
            }
        }

        return $serving[0] ?? null;
    }

    /**
     * Whether the recovery installs a firmware package: one with a script, whose images do not lie in it as files of
     * their own, or which the house has installed as its publisher made it.
     */
    public function isInstalled(Package $firmware): bool
    {
        $own = [...$this->situation->sheet->firmwarePartitions(), (string) $this->situation->sheet->identityPartition];

        // Its images lie in it as files, so that they can be written one by one too.
        $mayBoth = Destination::images()->mismatch($firmware) === null;
        $isChosen = $this->situation->house->firmwareWay === 'package' && $this->hasRecovery();

        return $firmware->scriptWritesOnly($own) && (!$mayBoth || $isChosen);
    }

    /** Whether the kit or the phone holds a recovery that could install a package. */
    private function hasRecovery(): bool
    {
        $slot = $this->situation->slots->active();

        return $this->situation->files->ofKind(PackageKind::Recovery) !== [] ||
            $this->situation->state->slot($slot)->recoveryFamily !== null;
    }

    /**
     * The slots whose firmware the script of a package writes: those that its partitions are named with, or every one
     * where it names none.
     *
     * @return list<string>
     */
    public static function slotsOfScript(Package $firmware, ModelSheet $sheet): array
    {
        $named = [];
        foreach ($firmware->facts->list(Field::WRITES) as $partition) {
            $named[] = preg_match('/_([ab])$/', $partition, $part) === 1 ? $part[1] : null;
        }
        $isNamed = $named !== [] && !in_array(null, $named, true);

        return $isNamed ? array_values(array_intersect($sheet->slots, array_unique($named))) : $sheet->slots;
    }

    /** Whether a package writes every slot that needs it, where its own script does the writing. */
    private function reaches(Package $firmware): bool
    {
        $minimum = $this->situation->files->build()?->facts->text(Field::FIRMWARE_MIN);
        $state = $this->situation->state;
        $needs = static fn(string $slot): bool => $minimum === null ||
            $state->slot($slot)->firmware?->isAtLeast(Version::of($minimum)) !== true;
        $slots = array_filter($this->slotsInNeed(), $needs);

        return !$this->isInstalled($firmware) ||
            array_diff($slots, self::slotsOfScript($firmware, $this->situation->sheet)) === [];
    }

    /** Whether images of a firmware package are written one by one in this job. */
    public function isFlashed(Package $firmware): bool
    {
        return !$this->isInstalled($firmware) &&
            $this->slotsBelowMinimum() !== [] &&
            !$this->situation->layout->copiesSlot();
    }

    /** The firmware package of the kit that the recovery installs, where a slot needs it. */
    public function installed(): ?Package
    {
        $firmware = $this->chosen();

        return $firmware !== null && $this->isInstalled($firmware) && $this->slotsBelowMinimum() !== []
            ? $firmware
            : null;
    }

    public function serves(Package $package): bool
    {
        $minimum = $this->situation->files->build()?->facts->text(Field::FIRMWARE_MIN);
        $version = $package->facts->text(Field::VERSION);

        return $version !== null &&
            ($minimum === null
                ? $this->isAlone() || $this->slotsWithoutAny() !== []
                : Version::of($version)->isAtLeast(Version::of($minimum))) &&
            ($this->isInstalled($package) || $this->mayBeWritten($package)) &&
            $this->reaches($package) &&
            ($this->situation->fit->suits($package) ||
                $this->situation->fit->region($package) === RegionFit::OtherFirmware);
    }

    /**
     * The partitions that a firmware package writes on this model, as the house wants it: all that it brings images
     * for, but for what is left out.
     *
     * @return list<string>
     */
    public function partitions(Package $firmware): array
    {
        $places = new KnownPlaces($this->situation->sheet);

        return array_values(array_diff($places->there($firmware), array_keys($this->leftOut($firmware))));
    }

    /**
     * The partitions of this model that a firmware package brings images for and that the plan leaves alone.
     *
     * @return array<string, string> why, as the end of "It is left out: …"
     */
    public function leftOut(Package $firmware): array
    {
        $sheet = $this->situation->sheet;
        $leftOut = [];
        foreach ((new KnownPlaces($sheet))->there($firmware) as $name) {
            $isFirmware = $sheet->partition($name)?->firmware === true;
            $why = match (true) {
                $name === $sheet->identityPartition => 'it holds the serial numbers of the radio',
                $this->isKept($name) => 'your house rule keeps the modem',
                !$isFirmware && Verification::isCovered($sheet, $name) => 'it belongs to the system',
                !$isFirmware && KnownPlaces::isNoFirmware($sheet, $name) => 'it is no firmware',
                default => null,
            };
            $leftOut += $why === null ? [] : [$name => $why];
        }

        return $leftOut;
    }

    /** Whether an image of it is written, or may be once it is known where. */
    private function mayBeWritten(Package $firmware): bool
    {
        return $this->partitions($firmware) !== [] ||
            (new KnownPlaces($this->situation->sheet))->unknown($firmware) !== [];
    }

    private function isKept(string $partition): bool
    {
        return $this->situation->house->modem === 'keep' &&
            PartitionName::same($partition, PartitionName::Modem->value);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\UnverifiedStart;
use Tornavis\Core\Words\Version;

/**
 * What this job puts on the phone that its verification headers do not know, in which slots they therefore have to go
 * off, and the images of the kit that do it.
 */
final readonly class VerificationNeeds
{
    public function __construct(private Situation $situation) {}

    /**
     * The verification images of the kit, each for a partition of this model.
     *
     * @return array<string, Package> by partition
     */
    public function images(): array
    {
        $images = [];
        foreach ($this->situation->files->ofKind(PackageKind::VerificationImage) as $package) {
            $partition = $package->facts->text(Field::PARTITION);
            if ($partition !== null && $this->situation->files->isFor($package)) {
                $images[$partition] ??= $package;
            }
        }

        return $images;
    }

    /**
     * Slots in which the plan switches verification off: where it must be off, and where the kit holds all that does
     * it.
     *
     * @return list<string>
     */
    public function slotsToSwitchOff(): array
    {
        $partitions = $this->situation->sheet->verificationPartitions();
        $isComplete = array_diff($partitions, array_keys($this->images())) === [];
        $isNeeded = $this->situation->sheet->unverified === UnverifiedStart::Refuses;

        return $partitions === []
            ? []
            : array_values(
                array_unique([
                    ...$this->slotsCheckedBySystem(),
                    ...$isComplete || $isNeeded ? $this->slotsCheckedByBootloader() : [],
                ]),
            );
    }

    /**
     * Slots that start an image which only the bootloader checks, while verification is on or may be on and stays so.
     *
     * @return list<string>
     */
    public function slotsLeftOn(): array
    {
        return $this->situation->sheet->verificationPartitions() === []
            ? []
            : array_values(array_diff($this->slotsCheckedByBootloader(), $this->slotsToSwitchOff()));
    }

    /** Whether the job starts a system that verification refuses where it is on, and nobody knows that it is off. */
    public function startsForeignSystem(): bool
    {
        return $this->slotsCheckedBySystem() !== [];
    }

    /**
     * The firmware that a slot holds once its verification images count: what the plan writes before them, or copies
     * there from the other slot, else what is there.
     */
    public function firmwareThen(string $slot): ?string
    {
        $s = $this->situation;
        if ($s->layout->copiesSlot()) {
            return $s->state->slot($s->slots->ofRecovery())->firmware?->text;
        }
        $isWritten = array_key_exists($slot, $s->firmware->slotsBelowMinimum()) && $s->firmware->installed() === null;

        return ($isWritten ? $s->firmware->chosen()?->facts->text(Field::VERSION) : null) ??
            $s->state->slot($slot)->firmware?->text;
    }

    /**
     * Whether a verification image is of what a slot holds by then: by the version of the firmware, or by the number
     * of the maker's build that came with it. Null where neither can be compared.
     */
    public function belongs(Package $image, string $slot): ?bool
    {
        $of = $image->facts->text(Field::PART_OF) ?? $image->facts->text(Field::VERSION);
        $firmware = $this->firmwareThen($slot);
        $held = $this->situation->state->slot($slot);
        $isReplaced = $firmware !== $held->firmware?->text;
        $build = $held->os->stock === true && !$isReplaced ? $held->os->buildId : null;

        return match (true) {
            $of === null => null,
            $of === $build => true,
            $firmware !== null => Version::areSame($of, $firmware),
            default => null,
        };
    }

    /** Whether a file is the verification image of the very firmware that runs, so that the phone has its index. */
    public function isOfWhatRuns(Package $image): bool
    {
        $slot = $this->situation->slots->active();
        $runs = $this->situation->state->slot($slot)->firmware?->text;

        return $image->kind() === PackageKind::VerificationImage &&
            $runs !== null &&
            $this->firmwareThen($slot) === $runs &&
            $this->belongs($image, $slot) === true;
    }

    /**
     * @return list<string> slots in which something is changed that the system checks while it runs
     */
    private function slotsCheckedBySystem(): array
    {
        $sheet = $this->situation->sheet;
        $isSystem = static fn(string $one): bool => Verification::isCheckedBySystem($sheet, $one);
        $slots = [];
        foreach ($this->changes() as $slot => $partitions) {
            $isChecked = array_filter($partitions, $isSystem) !== [];
            $slots = $isChecked && $this->mayBeOn($slot) ? [...$slots, $slot] : $slots;
        }

        return $slots;
    }

    /**
     * @return list<string> slots in which nothing but start images are changed
     */
    private function slotsCheckedByBootloader(): array
    {
        $slots = array_filter($this->slotsThatChange(), $this->mayBeOn(...));

        return array_values(array_diff($slots, $this->slotsCheckedBySystem()));
    }

    /**
     * @return list<string>
     */
    private function slotsThatChange(): array
    {
        return array_map(strval(...), array_keys($this->changes()));
    }

    private function mayBeOn(string $slot): bool
    {
        return $this->situation->state->slot($slot)->verificationOn !== false;
    }

    /**
     * What this job writes that the headers of a slot do not know. After a build with headers of its own nothing is
     * counted: they are made for an unlocked phone.
     *
     * @return array<string, list<string>> partitions by slot
     */
    private function changes(): array
    {
        $s = $this->situation;
        $system = PartitionName::System->value;
        if ($s->layout->retrofits() && !$this->isLeftToBuild()) {
            return array_fill_keys($s->sheet->slots, [$system]);
        }
        $changes = $this->ofRecovery();
        $set = $s->intent === Intent::RestoreBackup ? $s->restore->set() : null;
        $bringsSystem = $set?->system === true && !$set->isOfSystemIn($s->state, $s->slots->active());
        if ($bringsSystem || $s->job->writesGenericImage()) {
            $changes[$s->slots->active()][] = $system;
        }
        $build = $s->job->installsBuild() ? $s->files->build() : null;
        $isForItself = $build !== null && Verification::isBroughtBy($build, $s->sheet);
        if ($isForItself || $s->sheet->verificationPartitions() === []) {
            return $changes;
        }
        $written = $build?->facts->list(Field::WRITES) ?? [];
        foreach ($written === [] ? [] : $s->slots->ofBuild() as $slot) {
            $changes[$slot] = [...$changes[$slot] ?? [], ...$written];
        }
        $last = $build === null ? $s->slots->active() : $s->slots->ofLast();
        foreach ($this->ofAddOns() as $partition) {
            $changes[$last][] = $partition;
        }

        return $changes;
    }

    /**
     * Whether a new layout goes without a verification image: the build brings every header, and of the images that its
     * publisher lists to be written before it none is one.
     */
    private function isLeftToBuild(): bool
    {
        $build = $this->situation->files->build();
        $sheet = $this->situation->sheet;
        $listed = $build?->facts->list(Field::PRE_INSTALL) ?? [];

        return $build !== null &&
            $listed !== [] &&
            array_intersect($listed, $sheet->verificationPartitions()) === [] &&
            Verification::isBroughtBy($build, $sheet);
    }

    /**
     * @return array<string, list<string>> partitions by slot
     */
    private function ofRecovery(): array
    {
        $s = $this->situation;
        $home = $s->sheet->recoveryHome?->value;
        $isWritten = $s->recovery->isWritten() && $s->modes->usesRecovery();
        // One that was only started puts itself in where the job is about nothing else.
        $stays = !$s->recovery->isStartedOnce() || in_array(RuleId::Recovery4, $s->job->rules(), true);

        return $isWritten && $stays && $home !== null ? [$s->slots->ofRecovery() => [$home]] : [];
    }

    /**
     * @return list<string> partitions that a kernel or a root package changes
     */
    private function ofAddOns(): array
    {
        $s = $this->situation;
        $writesKernel = $s->job->installsBuild() || in_array(RuleId::Fit5, $s->job->rules(), true);
        $isKernel = $writesKernel && $s->files->kernelImage() !== null;
        $partitions = $isKernel ? [$s->files->kernelPartition()] : [];
        foreach ($s->job->installs($s) as $package) {
            $partitions[] = match ($package->kind()) {
                PackageKind::Root => Verification::homeOfRoot($s->sheet),
                PackageKind::Kernel => PartitionName::Boot->value,
                default => null,
            };
        }

        return array_values(array_unique(array_filter($partitions, is_string(...))));
    }
}

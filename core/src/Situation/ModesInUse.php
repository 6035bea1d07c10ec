<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;

/** Which modes of the phone the job works in. */
final readonly class ModesInUse
{
    public function __construct(private Situation $situation) {}

    /**
     * Whether the phone is outside a system that would not start, so that nothing can be done in it before the work.
     */
    public function systemIsOut(): bool
    {
        return !in_array($this->situation->state->mode(), [null, Mode::System], true) &&
            !BootCheck::starts($this->situation->state, $this->situation->sheet, $this->situation->slots->active());
    }

    /** Where the phone is while it charges: in its system, or where the work begins on one that has none. */
    public function charging(): Mode
    {
        $mode = $this->systemIsOut() ? $this->situation->state->mode() ?? Mode::System : Mode::System;
        $begins = $this->usesBootloader() ? Mode::Bootloader : Mode::Recovery;

        return in_array($mode, [Mode::BootLoop, Mode::Stuck], true) ? $begins : $mode;
    }

    /** Whether the plan works in the recovery at all. */
    public function usesRecovery(): bool
    {
        return $this->situation->job->usesRecovery($this->situation);
    }

    /** Where single images are written: the bootloader, or the maker's PC flash mode. */
    public function forFlashing(): Mode
    {
        return $this->situation->sheet->pcFlash === true ? Mode::Download : Mode::Bootloader;
    }

    /** Whether the plan works in the bootloader. */
    public function usesBootloader(): bool
    {
        return $this->situation->job->usesBootloader($this->situation);
    }

    /** Whether something of the kit is written in the bootloader. */
    public function writesInBootloader(): bool
    {
        return ($this->usesRecovery() && $this->writesRecovery()) ||
            $this->situation->files->kernelImage() !== null ||
            $this->writesFirmware() ||
            $this->situation->verification->slotsToSwitchOff() !== [] ||
            $this->situation->layout->retrofits();
    }

    private function writesRecovery(): bool
    {
        $recovery = $this->situation->recovery;
        $isPutInByOther = $recovery->needsAnotherFirst() && $recovery->firstIsThere();

        return ($recovery->isWritten() && !$isPutInByOther) ||
            ($recovery->chosen() !== null && $recovery->slotWithout() !== null);
    }

    /**
     * Whether the updater of the system that runs puts in the build: where the house wants it, the phone has a slot to
     * spare, and nothing else has to go in.
     */
    public function updatesInSystem(): bool
    {
        $s = $this->situation;

        return $s->house->updater === 'system' &&
            $s->intent === Intent::UpdateInPlace &&
            $s->files->build()?->container === Container::PayloadZip &&
            $s->sheet->hasTwoSlots() &&
            !$this->systemIsOut() &&
            $s->files->addOns() === [] &&
            $s->files->ofKind(PackageKind::Vendor) === [] &&
            array_filter($s->files->ofKind(PackageKind::Firmware), $s->firmware->isInstalled(...)) === [] &&
            $s->layout->slotCopy() === null &&
            $s->files->ofKind(PackageKind::LayoutChanger) === [];
    }

    private function writesFirmware(): bool
    {
        $firmware = $this->situation->firmware->chosen();

        return $firmware !== null &&
            !$this->situation->firmware->isInstalled($firmware) &&
            $this->situation->firmware->slotsBelowMinimum() !== [];
    }

    /**
     * Where a generic image is written: inside super by the userspace bootloader. A system with a partition of its own
     * is written by the recovery, and by the bootloader where the model has two slots or nobody has a recovery.
     */
    public function forGenericImage(): Mode
    {
        $sheet = $this->situation->sheet;
        $hasRecovery = $this->situation->recovery->working() !== null;

        return match (true) {
            $sheet->systemIsLogical() !== false => Mode::UserspaceBootloader,
            $sheet->pcFlash === false && ($sheet->hasTwoSlots() === true || !$hasRecovery) => Mode::Bootloader,
            default => Mode::Recovery,
        };
    }

    public function writesGenericInRecovery(): bool
    {
        return $this->situation->job->writesGenericImage() && $this->forGenericImage() === Mode::Recovery;
    }

    /** Where data is erased without a recovery: a maker's PC flash mode erases nothing by itself. */
    public function forErasing(): Mode
    {
        return $this->situation->sheet->pcFlash === true ? Mode::UserspaceBootloader : Mode::Bootloader;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\BootCheck;

/** Which slot is active, which starts, and which the recovery and the build go into. */
final readonly class SlotChoice
{
    public function __construct(private Situation $situation) {}

    public function active(): string
    {
        return $this->situation->state->activeSlot() ?? $this->situation->sheet->slots[0];
    }

    /** The slot that would start its system as it is: the active one before the other; null when none would. */
    public function starting(): ?string
    {
        foreach (array_unique([$this->active(), ...$this->situation->sheet->slots]) as $slot) {
            if (BootCheck::starts($this->situation->state, $this->situation->sheet, $slot)) {
                return $slot;
            }
        }

        return null;
    }

    /**
     * Whether the slot not in use could carry a recovery: its firmware is known, and the images beside the recovery
     * are there or in the kit.
     */
    public function spareIsUsable(): bool
    {
        $spare = $this->situation->sheet->otherSlot($this->active());
        $beside = array_diff(
            $this->situation->sheet->startPartitionsBesideRecovery(),
            $this->situation->files->build()?->facts->list(Field::PRE_INSTALL) ?? [],
        );

        return $spare !== $this->active() &&
            $this->situation->state->slot($spare)->firmware?->text !== null &&
            ($beside === [] || $this->situation->state->slot($spare)->os->isComplete());
    }

    /** The slot that the recovery for the install runs from. */
    public function ofRecovery(): string
    {
        return $this->situation->recovery->isWritten() &&
            $this->situation->job->installsBuild() &&
            $this->situation->house->preInstallSlot === 'spare' &&
            !$this->situation->recovery->isStartedOnce() &&
            $this->spareIsUsable() &&
            !$this->situation->layout->retrofits()
            ? $this->situation->sheet->otherSlot($this->active())
            : $this->active();
    }

    /**
     * Whether the build goes into one slot after the other: where the house wants it, and the recovery that the build
     * brings can take it a second time.
     */
    public function buildsTwice(): bool
    {
        $s = $this->situation;
        $build = $s->files->build();
        $home = $s->sheet->recoveryHome?->value;
        if ($s->house->bothSlots !== 'build-twice' || $s->sheet->hasTwoSlots() !== true || $home === null) {
            return false;
        }

        return $build !== null &&
            $build->container === Container::PayloadZip &&
            $build->facts->flag(Field::BRINGS_RECOVERY) === true &&
            in_array($home, $build->facts->list(Field::WRITES), true) &&
            !$s->layout->retrofits() &&
            !$s->modes->updatesInSystem();
    }

    /** The slot that holds the build that starts in the end. */
    public function ofLast(): string
    {
        return $this->buildsTwice() ? $this->ofRecovery() : $this->ofInstall();
    }

    /**
     * The slots that the build goes into.
     *
     * @return list<string>
     */
    public function ofBuild(): array
    {
        return array_values(array_unique([$this->ofInstall(), $this->ofLast()]));
    }

    /** The slot that the build goes into: always the one that the recovery does not run from. */
    public function ofInstall(): string
    {
        return $this->situation->sheet->otherSlot($this->ofRecovery());
    }
}

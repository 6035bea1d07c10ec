<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/** Which recovery the job works with, and how it gets onto the phone. */
final readonly class RecoveryChoice
{
    /** What plans and phones call the recovery that came with the maker's system. */
    public const MAKERS_OWN = "the maker's own";

    public function __construct(private Situation $situation) {}

    /** The recovery of the kit that is to be there in the end: of two, the one that asks for the other. */
    public function chosen(): ?Package
    {
        $recoveries = $this->situation->files->ofKind(PackageKind::Recovery);
        foreach ($recoveries as $recovery) {
            if ($this->firstOf($recovery, $recoveries) !== null) {
                return $recovery;
            }
        }

        return $recoveries[0] ?? $this->situation->files->kernelBefore();
    }

    /** Whether the recovery of the kit can only be put in by another one: its publisher says so, or it is a package. */
    public function needsAnotherFirst(): bool
    {
        $asks = ($this->chosen()?->facts->list(Field::AFTER) ?? []) !== [];

        return ($asks || $this->comesAsPackage()) && $this->isWritten();
    }

    /** Whether it is a package that the running recovery installs, and no image. */
    public function comesAsPackage(): bool
    {
        $chosen = $this->chosen();

        return $chosen !== null && $this->isPackage($chosen);
    }

    /** Whether a recovery is a package that the running one installs: its script writes nothing but recovery images. */
    public function isPackage(Package $recovery): bool
    {
        $home = $this->situation->sheet->recoveryHome->value ?? PartitionName::Boot->value;

        return $recovery->scriptWritesOnly([$home, PartitionName::Boot->value]);
    }

    /** Whether the other one is on the phone already. */
    public function firstIsThere(): bool
    {
        $chosen = $this->chosen();
        $present = $this->present();

        return $chosen !== null && $present !== null && $this->putsIn($present, $chosen);
    }

    /** Whether one recovery can put in another. */
    public function putsIn(RecoveryAbility $first, Package $second): bool
    {
        $wanted = $second->facts->list(Field::AFTER);

        return $wanted === []
            ? $this->isPackage($second) && ($first->canSideload() || $this->placeFor($first, $second) !== null)
            : in_array($first->title(), $wanted, true);
    }

    /**
     * Where a package lies that a recovery installs which cannot be streamed to: "card" or "internal". Null where it
     * can be, or where it reads no storage with room for the package.
     */
    public function placeFor(RecoveryAbility $first, Package $second): ?string
    {
        $data = $this->situation->state->data();
        $isRoom = $data->freeBytes === null || $data->freeBytes >= $second->sizeBytes;
        $isOpen = array_diff(Encryption::openedBy($data->encryption), $first->abilities) === [];

        return $first->canSideload()
            ? null
            : $this->situation->backUp->cardFor($second->sizeBytes) ?? ($isOpen && $isRoom ? 'internal' : null);
    }

    /** The other one, where it is in the kit. */
    public function first(): ?Package
    {
        $recovery = $this->chosen();

        return $recovery === null
            ? null
            : $this->firstOf($recovery, $this->situation->files->ofKind(PackageKind::Recovery));
    }

    /**
     * @param  list<Package>  $recoveries
     */
    private function firstOf(Package $recovery, array $recoveries): ?Package
    {
        foreach ($recoveries as $other) {
            $isImage = $other !== $recovery && !$this->isPackage($other);
            if ($isImage && $this->putsIn(RecoveryAbility::of($other), $recovery)) {
                return $other;
            }
        }

        return null;
    }

    /** The recovery that the active slot holds already. */
    public function present(): ?RecoveryAbility
    {
        $slot = $this->situation->slots->active();
        $family = $this->situation->state->slot($slot)->recoveryFamily;

        return $family === null
            ? null
            : new RecoveryAbility(
                $family,
                $this->situation->state->slot($slot)->recoveryVersion,
                $this->situation->state->slot($slot)->recoveryAbilities,
            );
    }

    /** Whether the system puts its own recovery back where it starts before the one that is written has run. */
    public function mustRunFirst(): bool
    {
        $stock = $this->situation->state->slot($this->situation->slots->ofRecovery())->os->stock;

        return $this->situation->sheet->pcFlash === true ||
            RecoveryFacts::mayBePutBack($this->situation->sheet, $stock);
    }

    /**
     * Whether the recovery is only started once and not written: where it would take the place of what the system
     * starts from.
     */
    public function isStartedOnce(): bool
    {
        return $this->isWritten() &&
            $this->situation->sheet->recoveryHome === RecoveryHome::Boot &&
            (!$this->situation->job->installsBuild() || $this->isOnlyStartedByHouse()) &&
            $this->situation->modes->usesRecovery();
    }

    private function chosenCan(Ability $ability): bool
    {
        return in_array($ability->value, $this->chosen()?->facts->list(Field::ABILITIES) ?? [], true);
    }

    /** Whether the house only starts a recovery for a build too, where nothing has to be written beside it. */
    private function isOnlyStartedByHouse(): bool
    {
        $house = $this->situation->house;
        // What is only started is gone with the next restart, which a format asks for, or files on the storage.
        $isStreamed = $house->route === Delivery::SIDELOAD && $this->chosenCan(Ability::Sideload);
        $mayLieInside = !$isStreamed && $this->situation->state->flag(StateField::CardPresent) !== true;
        $restartsBetween = $house->formatOrder === 'before' && ($house->afterFormat === 'always' || $mayLieInside);

        return $house->recoveryUse === 'once' &&
            !$restartsBetween &&
            $this->situation->sheet->pcFlash !== true &&
            !$this->situation->layout->retrofits() &&
            ($this->situation->files->build()?->facts->list(Field::PRE_INSTALL) ?? []) === [];
    }

    /** Whether only the recovery part of vendor boot is written, beside what a system that stays starts from. */
    public function isWrittenAsPart(): bool
    {
        // Only from this header version on the image has a table of its parts.
        return $this->situation->sheet->recoveryHome === RecoveryHome::VendorBoot &&
            $this->isWritten() &&
            !$this->situation->job->installsBuild() &&
            $this->situation->modes->usesRecovery() &&
            ($this->chosen()?->facts->int(Field::HEADER_VERSION) ?? 0) >= 4;
    }

    /** Whether the image of the recovery is written where this model keeps its recovery, with what lies beside it. */
    public function isWrittenWhole(): bool
    {
        return $this->isWritten() &&
            $this->situation->modes->usesRecovery() &&
            !$this->needsAnotherFirst() &&
            !$this->isWrittenAsPart() &&
            !$this->isStartedOnce();
    }

    /**
     * The images that the publisher of the build lists to be written before its recovery; none for a recovery that
     * somebody else has made.
     *
     * @return list<string> partitions
     */
    public function imagesListedFor(Package $recovery): array
    {
        $build = $this->situation->files->build();
        $families = [$build?->facts->text(Field::FAMILY), $build?->facts->text(Field::RECOVERY_FAMILY)];
        $buildId = $build?->facts->text(Field::BUILD_ID);
        $isPart = $buildId !== null && $recovery->facts->text(Field::PART_OF) === $buildId;
        $family = $recovery->facts->text(Field::FAMILY);
        $isNamed = $family !== null && in_array($family, $families, true);

        return $build !== null && ($isPart || $isNamed) ? $build->facts->list(Field::PRE_INSTALL) : [];
    }

    /** The recovery that the plan works with: the one in the kit, or else the one that is there. */
    public function working(): ?RecoveryAbility
    {
        $recovery = $this->chosen();

        return $recovery !== null && $this->isWritten() ? RecoveryAbility::of($recovery) : $this->present();
    }

    /** Whether the recovery of the kit has to be written, because it is not the one that is there. */
    public function isWritten(): bool
    {
        $recovery = $this->chosen();

        return $recovery !== null &&
            !$this->situation->modes->updatesInSystem() &&
            $this->present()?->isSame(RecoveryAbility::of($recovery)) !== true;
    }

    /** Whether add-ons go in after a restart that needs a recovery in the slot where only the build can bring one. */
    public function isAskedOfBuild(): bool
    {
        $s = $this->situation;
        $build = $s->files->build();
        $isRestarted = $s->sheet->hasTwoSlots() === true && $s->afterFirstBoot->packagesBefore() !== [];
        if ($build === null || !$isRestarted || $s->modes->updatesInSystem()) {
            return false;
        }
        $isPutBack =
            $s->sheet->recoveryHome === RecoveryHome::Boot &&
            $this->chosen() !== null &&
            $this->chosen() !== $s->files->kernelBefore() &&
            $s->files->kernelImage() === null;

        return !$isPutBack && $s->sheet->mayHoldRecovery($build->facts->list(Field::WRITES));
    }

    /**
     * The other slot, where the plan restarts into the recovery there and neither the build brings one nor the slot has
     * the one that the plan works with: on a model with a recovery partition in each slot.
     */
    public function slotWithout(): ?string
    {
        $s = $this->situation;
        $build = $s->files->build();
        $isRestarted = $s->sheet->hasTwoSlots() === true && $s->afterFirstBoot->packagesBefore() !== [];
        $isApart = $s->sheet->recoveryHome === RecoveryHome::Own && !$s->layout->retrofits();
        if ($build === null || !$isRestarted || !$isApart || $s->modes->updatesInSystem()) {
            return null;
        }
        $slot = $s->slots->ofLast();
        $isBrought = $s->sheet->mayHoldRecovery($build->facts->list(Field::WRITES));
        $there = $s->state->slot($slot)->recoveryFamily;

        return $isBrought || ($there !== null && $there === $this->working()?->family) ? null : $slot;
    }

    /**
     * The recovery that came with the maker's system, as facts; nobody writes it down. Nothing where another one has
     * taken its place.
     *
     * @return array<string, string|list<string>>
     */
    public function makersOwn(): array
    {
        $slot = $this->situation->slots->active();

        return $this->situation->state->slot($slot)->recoveryFamily !== null
            ? []
            : [
                StateField::RecoveryFamily->in($slot) => self::MAKERS_OWN,
                StateField::RecoveryAbilities->in($slot) => [],
            ];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/** Everything that a plan depends on. Immutable; two equal situations give the same plan to the byte. */
final readonly class Situation
{
    public State $state;

    public Job $job;

    public LayoutNeeds $layout;

    public Delivery $delivery;

    /**
     * @param  list<Package>  $kit  the files chosen for this job
     * @param  list<Package>  $shelf  other files at hand, for remedies
     * @param  list<string>  $codenames  every codename that is known, for look-alikes
     * @param  string  $at  ISO 8601: when the plan is asked for
     * @param  ?State  $state  the unit's state where it was worked out already
     */
    public function __construct(
        public ModelSheet $sheet,
        public Unit $unit,
        public array $kit,
        public Intent $intent,
        public string $at,
        public HouseRules $house = new HouseRules(),
        public Answers $answers = new Answers(),
        public Rates $rates = new Rates(),
        public array $shelf = [],
        public array $codenames = [],
        public Workplace $workplace = new Workplace(),
        ?State $state = null,
    ) {
        if ($unit->codename !== $sheet->codename) {
            throw SituationError::otherSheet($unit->label, $unit->codename ?? 'not known yet', $sheet->codename);
        }
        $this->state = BootCheck::asSeen($state ?? $unit->state(), $sheet);
        $this->job = Job::of($intent);
        $this->layout = new LayoutNeeds($this);
        $this->delivery = new Delivery($this);
    }

    /**
     * The same phone and place of work, with another kit, wish or answers.
     *
     * @param  ?list<Package>  $kit
     */
    public function with(?array $kit = null, ?Intent $intent = null, ?Answers $answers = null): self
    {
        return new self(
            $this->sheet,
            $this->unit,
            $kit ?? $this->kit,
            $intent ?? $this->intent,
            $this->at,
            $this->house,
            $answers ?? $this->answers,
            $this->rates,
            $this->shelf,
            $this->codenames,
            $this->workplace,
            $this->state,
        );
    }

    /**
     * @return list<Package>
     */
    public function ofKind(PackageKind $kind): array
    {
        return array_values(array_filter($this->kit, static fn(Package $p): bool => $p->kind() === $kind));
    }

    /** The build that goes in; where none does, one in the kit counts for nothing. */
    public function build(): ?Package
    {
        return $this->job->installsBuild() ? $this->ofKind(PackageKind::Build)[0] ?? null : null;
    }

    /** The file that the intent is about. */
    public function subject(): ?Package
    {
        foreach ($this->job->takes() as $kind) {
            foreach ($this->ofKind($kind) as $package) {
                return $package;
            }
        }

        return null;
    }

    /** The recovery of the kit that is to be there in the end: of two, the one that asks for the other. */
    public function recovery(): ?Package
    {
        $recoveries = $this->ofKind(PackageKind::Recovery);
        foreach ($recoveries as $recovery) {
            if ($this->firstOf($recovery, $recoveries) !== null) {
                return $recovery;
            }
        }

        return $recoveries[0] ?? null;
    }

    /** Whether the recovery of the kit can only be put in by another one. */
    public function needsFirstRecovery(): bool
    {
        return ($this->recovery()?->facts->list(Field::AFTER) ?? []) !== [] && $this->writesRecovery();
    }

    /** Whether the other one is on the phone already. */
    public function firstRecoveryIsThere(): bool
    {
        return in_array($this->presentRecovery()?->title(), $this->recovery()?->facts->list(Field::AFTER) ?? [], true);
    }

    /** The other one, where it is in the kit. */
    public function firstRecovery(): ?Package
    {
        $recovery = $this->recovery();

        return $recovery === null ? null : $this->firstOf($recovery, $this->ofKind(PackageKind::Recovery));
    }

    /**
     * @param  list<Package>  $recoveries
     */
    private function firstOf(Package $recovery, array $recoveries): ?Package
    {
        foreach ($recoveries as $other) {
            if ($other !== $recovery && in_array($other->title(), $recovery->facts->list(Field::AFTER), true)) {
                return $other;
            }
        }

        return null;
    }

    public function services(): ?Package
    {
        return $this->ofKind(PackageKind::Services)[0] ?? null;
    }

    /** The image file in the kit for one partition, made for the build in the kit. */
    public function image(string $partition): ?Package
    {
        $buildId = $this->build()?->facts->text(Field::BUILD_ID);
        foreach ($buildId === null ? [] : $this->ofKind(PackageKind::PartitionImage) as $image) {
            if (
                $image->facts->text(Field::PARTITION) === $partition &&
                $image->facts->text(Field::PART_OF) === $buildId
            ) {
                return $image;
            }
        }

        return null;
    }

    /** Whether a package is made for this phone's codename or for one that covers it. */
    public function isFor(Package $package): bool
    {
        return array_intersect($package->facts->list(Field::CODENAMES), [
            $this->sheet->codename,
            ...$this->sheet->aliases,
        ]) !== [];
    }

    /**
     * Slots whose firmware must reach the build's minimum and does not, or is unknown.
     *
     * @return array<string, ?Version> slot → its firmware
     */
    public function slotsWithOldFirmware(): array
    {
        $minimum = $this->build()?->facts->text(Field::FIRMWARE_MIN);
        if ($minimum === null) {
            return [];
        }
        $old = [];
        foreach ($this->slotsThatNeedFirmware() as $slot) {
            $has = $this->state->version("slot.{$slot}.firmware.version");
            if ($has === null || $has->olderThan(Version::of($minimum))) {
                $old[$slot] = $has;
            }
        }

        return $old;
    }

    /**
     * @return list<string>
     */
    public function slotsThatNeedFirmware(): array
    {
        $both = $this->build()?->facts->text(Field::FIRMWARE_SLOTS) !== 'next' || !$this->sheet->hasTwoSlots();

        return $both ? $this->sheet->slots : [$this->installSlot()];
    }

    /** The firmware package in the kit that is new enough for the build and made for this phone, region included. */
    public function firmware(): ?Package
    {
        foreach ($this->ofKind(PackageKind::Firmware) as $package) {
            if ($this->firmwareServes($package)) {
                return $package;
            }
        }

        return null;
    }

    public function firmwareServes(Package $package): bool
    {
        $minimum = $this->build()?->facts->text(Field::FIRMWARE_MIN);
        $version = $package->facts->text(Field::VERSION);
        $region = $package->facts->text(Field::REGION);
        $installed = $this->state->text("slot.{$this->activeSlot()}.firmware.region");

        return $minimum !== null &&
            $version !== null &&
            !Version::of($version)->olderThan(Version::of($minimum)) &&
            $this->isFor($package) &&
            ($region === null || $installed === null || $region === $installed);
    }

    /**
     * The partitions that a firmware package writes on this model, as the house wants it.
     *
     * @return list<string>
     */
    public function firmwarePartitions(Package $firmware): array
    {
        $brings = array_map(static fn(PartitionImage $image): string => $image->partition, $firmware->images);
        $wanted = array_values(array_intersect($this->sheet->firmwarePartitions(), $brings));
        $without = array_values(array_diff($wanted, ['modem']));

        return $this->house->modem === 'keep' && $without !== [] ? $without : $wanted;
    }

    public function activeSlot(): string
    {
        return $this->state->activeSlot() ?? $this->sheet->slots[0];
    }

    /** The slot that would start its system as it is: the active one before the other; null when none would. */
    public function startingSlot(): ?string
    {
        foreach (array_unique([$this->activeSlot(), ...$this->sheet->slots]) as $slot) {
            if (BootCheck::starts($this->state, $this->sheet, $slot)) {
                return $slot;
            }
        }

        return null;
    }

    /**
     * Whether the phone is outside a system that would not start, so that nothing can be done in it before the work.
     */
    public function systemIsOut(): bool
    {
        return !in_array($this->state->mode(), [null, Mode::System], true) &&
            !BootCheck::starts($this->state, $this->sheet, $this->activeSlot());
    }

    /** Where the phone is while it charges: in its system, or where the work begins on one that has none. */
    public function chargesIn(): Mode
    {
        $mode = $this->systemIsOut() ? $this->state->mode() ?? Mode::System : Mode::System;
        $begins = $this->usesBootloader() ? Mode::Bootloader : Mode::Recovery;

        return in_array($mode, [Mode::BootLoop, Mode::Stuck], true) ? $begins : $mode;
    }

    /** Whether the plan works in the recovery at all. */
    public function usesRecovery(): bool
    {
        return $this->job->usesRecovery($this);
    }

    /** Where single images are written: the bootloader, or the maker's PC flash mode. */
    public function flashMode(): Mode
    {
        return $this->sheet->pcFlash ? Mode::Download : Mode::Bootloader;
    }

    /** Whether the plan works in the bootloader. */
    public function usesBootloader(): bool
    {
        return $this->job->usesBootloader($this);
    }

    /** Whether something of the kit is written in the bootloader. */
    public function writesInBootloader(): bool
    {
        return ($this->writesRecovery() && !($this->needsFirstRecovery() && $this->firstRecoveryIsThere())) ||
            $this->kernelImage() !== null ||
            ($this->firmware() !== null && $this->slotsWithOldFirmware() !== []) ||
            $this->layout->slotsToUnverify() !== [] ||
            $this->layout->retrofits();
    }

    /** The recovery that the active slot holds already. */
    public function presentRecovery(): ?RecoveryAbility
    {
        $slot = "slot.{$this->activeSlot()}.recovery";
        $family = $this->state->text("{$slot}.family");

        return $family === null
            ? null
            : new RecoveryAbility(
                $family,
                $this->state->text("{$slot}.version"),
                $this->state->list("{$slot}.abilities"),
            );
    }

    /**
     * Whether the recovery is only started once and not written: where it would take the place of what the system
     * starts from.
     */
    public function bootsRecoveryOnce(): bool
    {
        return $this->writesRecovery() &&
            $this->sheet->recoveryHome === RecoveryHome::Boot &&
            !$this->job->installsBuild() &&
            $this->usesRecovery();
    }

    /** Whether only the recovery part of vendor boot is written, beside what a system that stays starts from. */
    public function writesRecoveryPart(): bool
    {
        // Only from this header version on the image has a table of its parts.
        return $this->sheet->recoveryHome === RecoveryHome::VendorBoot &&
            $this->writesRecovery() &&
            !$this->job->installsBuild() &&
            $this->usesRecovery() &&
            ($this->recovery()?->facts->int(Field::HEADER_VERSION) ?? 0) >= 4;
    }

    /** The recovery that the plan works with: the one in the kit, or else the one that is there. */
    public function workingRecovery(): ?RecoveryAbility
    {
        $recovery = $this->recovery();

        return $recovery !== null && $this->writesRecovery()
            ? RecoveryAbility::of($recovery)
            : $this->presentRecovery();
    }

    /** Whether the recovery of the kit has to be written, because it is not the one that is there. */
    public function writesRecovery(): bool
    {
        $recovery = $this->recovery();

        return $recovery !== null && $this->presentRecovery()?->isSame(RecoveryAbility::of($recovery)) !== true;
    }

    /**
     * Whether the slot not in use could carry a recovery: its firmware is known, and the images beside the recovery
     * are there or in the kit.
     */
    public function spareIsUsable(): bool
    {
        $spare = $this->sheet->otherSlot($this->activeSlot());
        $beside = array_diff(
            $this->sheet->startPartitions(),
            [$this->sheet->recoveryHome->value],
            $this->build()?->facts->list(Field::PRE_INSTALL) ?? [],
        );

        return $spare !== $this->activeSlot() &&
            $this->state->text("slot.{$spare}.firmware.version") !== null &&
            ($beside === [] || $this->state->text("slot.{$spare}.os.state") === 'complete');
    }

    /** The slot that the recovery for the install runs from. */
    public function recoverySlot(): string
    {
        return $this->writesRecovery() &&
            $this->job->installsBuild() &&
            $this->house->preInstallSlot === 'spare' &&
            $this->spareIsUsable() &&
            !$this->layout->retrofits()
            ? $this->sheet->otherSlot($this->activeSlot())
            : $this->activeSlot();
    }

    /** A kernel that comes as a boot image, and so is written and not installed. */
    public function kernelImage(): ?Package
    {
        foreach ($this->ofKind(PackageKind::Kernel) as $kernel) {
            if ($kernel->container === Container::BootImage) {
                return $kernel;
            }
        }

        return null;
    }

    /** Whether a package's publisher says that it goes in after another one: by its kind, title or file name. */
    public static function goesAfter(Package $later, Package $earlier): bool
    {
        return $later !== $earlier &&
            array_intersect($later->facts->list(Field::AFTER), [
                $earlier->kind()?->value,
                $earlier->title(),
                $earlier->name(),
            ]) !== [];
    }

    /**
     * What goes in after the build, in the order of the work: by kind, but for what publishers say of their own
     * packages.
     *
     * @return list<Package>
     */
    public function addOns(): array
    {
        $addOns = [];
        foreach (
            [
                PackageKind::Services,
                PackageKind::Fix,
                PackageKind::EncryptionDisabler,
                PackageKind::Kernel,
                PackageKind::Root,
            ]
            as $kind
        ) {
            foreach ($this->ofKind($kind) as $package) {
                if ($package !== $this->kernelImage()) {
                    $addOns[] = $package;
                }
            }
        }

        $ordered = [];
        while ($addOns !== []) {
            $free = array_filter(
                $addOns,
                static fn(Package $one): bool => array_filter(
                    $addOns,
                    static fn(Package $other): bool => self::goesAfter($one, $other),
                ) === [],
            );
            // In a circle, which is a finding of its own, the first one is as good as any.
            $next = array_key_first($free) ?? array_key_first($addOns);
            $ordered[] = $addOns[$next];
            unset($addOns[$next]);
        }

        return $ordered;
    }

    /** The vendor version that the build needs and the install slot does not have; null when it is right. */
    public function vendorMissing(): ?Version
    {
        $minimum = $this->build()?->facts->text(Field::VENDOR_MIN);
        $channel = $this->build()?->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        if ($minimum === null) {
            return null;
        }
        $slot = "slot.{$this->installSlot()}.vendor";
        $has = $this->state->version("{$slot}.version");

        return $has !== null &&
            !$has->olderThan(Version::of($minimum)) &&
            ($channel === null || $this->state->text("{$slot}.channel") === $channel)
            ? null
            : Version::of($minimum);
    }

    /** The vendor package of the kit that brings what the build needs. */
    public function vendor(): ?Package
    {
        $minimum = $this->build()?->facts->text(Field::VENDOR_MIN);
        $channel = $this->build()?->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        foreach ($minimum === null ? [] : $this->ofKind(PackageKind::Vendor) as $package) {
            $version = $package->facts->text(Field::VERSION);
            if (
                $version !== null &&
                $minimum !== null &&
                !Version::of($version)->olderThan(Version::of($minimum)) &&
                ($channel === null || $package->facts->text(Field::VENDOR_CHANNEL) === $channel)
            ) {
                return $package;
            }
        }

        return null;
    }

    /**
     * The recovery backup to bring back: the one that was chosen, or else the newest off the phone; only one that
     * fits what the phone runs.
     */
    public function restoreSet(): ?Backup
    {
        $chosen = $this->answers->backup;
        $best = null;
        foreach ($this->unit->backups as $backup) {
            $isMeant = $chosen === null ? $best === null || $backup->madeAt > $best->madeAt : $backup->id === $chosen;
            if (
                $isMeant &&
                $backup->kind === Backup::RECOVERY &&
                $backup->isOffThePhone() &&
                $backup->misfit($this->state, $this->activeSlot()) === null
            ) {
                $best = $backup;
            }
        }

        return $best;
    }

    /** The generic image of the kit. */
    public function generic(): ?Package
    {
        return $this->ofKind(PackageKind::GenericImage)[0] ?? null;
    }

    /**
     * Whether a generic image is written by the recovery, because the model's system has a partition of its own and
     * no userspace bootloader.
     */
    public function writesGenericInRecovery(): bool
    {
        return $this->job->writesGenericImage() && $this->sheet->partition('system')?->logical !== true;
    }

    public function bundle(): ?Package
    {
        return $this->ofKind(PackageKind::StockBundle)[0] ?? null;
    }

    /** The slot that the build goes into: always the one that the recovery does not run from. */
    public function installSlot(): string
    {
        return $this->sheet->otherSlot($this->recoverySlot());
    }
}

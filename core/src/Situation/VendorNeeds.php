<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Version;

/** Whether the build needs another vendor than the phone has, and which file of the kit brings it. */
final readonly class VendorNeeds
{
    public function __construct(private Situation $situation) {}

    /** The vendor version that the build needs and the install slot does not have; null when it is right. */
    public function missing(): ?Version
    {
        $minimum = $this->situation->files->build()?->facts->text(Field::VENDOR_MIN);
        $channel = $this->situation->files->build()?->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        if ($minimum === null) {
            return null;
        }
        $slot = $this->situation->slots->ofInstall();
        $has = $this->situation->state->slot($slot)->vendor;

        return $has !== null &&
            !in_array(
                PartitionName::Vendor->value,
                $this->situation->files->build()->facts->list(Field::WIPES),
                true,
            ) &&
            $has->isAtLeast(Version::of($minimum)) &&
            ($channel === null || $this->situation->state->slot($slot)->vendorChannel === $channel)
            ? null
            : Version::of($minimum);
    }

    /** The vendor package of the kit that brings what the build needs. */
    public function chosen(): ?Package
    {
        $minimum = $this->situation->files->build()?->facts->text(Field::VENDOR_MIN);
        $channel = $this->situation->files->build()?->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        foreach ($minimum === null ? [] : $this->situation->files->ofKind(PackageKind::Vendor) as $package) {
            $version = $package->facts->text(Field::VERSION);
            if (
                $version !== null &&
                $minimum !== null &&
                $this->situation->fit->suits($package) &&
                Version::of($version)->isAtLeast(Version::of($minimum)) &&
                ($channel === null || $package->facts->text(Field::VENDOR_CHANNEL) === $channel)
            ) {
                return $package;
            }
        }

        return null;
    }

    /** The vendor package of a job for the base alone, where the phone has another one. */
    public function alone(): ?Package
    {
        $slot = $this->situation->state->slot($this->situation->slots->active());
        $isAlone = $this->situation->intent === Intent::Base;
        foreach ($isAlone ? $this->situation->files->ofKind(PackageKind::Vendor) : [] as $package) {
            $facts = $package->facts;
            $isThere =
                $slot->vendor?->text === $facts->text(Field::VERSION) &&
                $slot->vendorChannel === $facts->text(Field::VENDOR_CHANNEL);
            if ($this->situation->fit->suits($package) && !$isThere) {
                return $package;
            }
        }

        return null;
    }
}

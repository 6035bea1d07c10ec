<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/** Which file of the kit plays which part. */
final readonly class KitFiles
{
    /** @var array<string, list<Package>> by kind; every rule asks for them */
    private array $byKind;

    public function __construct(private Situation $situation)
    {
        $byKind = [];
        foreach ($situation->kit as $package) {
            $byKind[$package->kind()->value ?? ''][] = $package;
        }
        $this->byKind = $byKind;
    }

    /**
     * @return list<Package>
     */
    public function ofKind(PackageKind $kind): array
    {
        return $this->byKind[$kind->value] ?? [];
    }

    /** The build that goes in; where none does, one in the kit counts for nothing. */
    public function build(): ?Package
    {
        return $this->situation->job->installsBuild() ? $this->ofKind(PackageKind::Build)[0] ?? null : null;
    }

    /** The file that the intent is about. */
    public function subject(): ?Package
    {
        foreach ($this->situation->job->takes() as $kind) {
            $package = $kind === PackageKind::StockBundle ? $this->bundle() : $this->ofKind($kind)[0] ?? null;
            if ($package !== null) {
                return $package;
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
        foreach ($this->ofKind(PackageKind::PartitionImage) as $image) {
            if ($image->facts->text(Field::PARTITION) === $partition && $this->isPartOfBuild($image)) {
                $id = $this->build()?->facts->text(Field::BUILD_ID);

                return $image->withFacts(Fact::of(Field::PART_OF, $id, Source::File, 'the same as in the build'));
            }
        }

        return null;
    }

    /** Whether an image is one of the build's: it names its id, or is byte by byte the one that the build carries. */
    public function isPartOfBuild(Package $image): bool
    {
        $partOf = $image->facts->text(Field::PART_OF);
        $carried = $this->build()?->imageFor($image->facts->text(Field::PARTITION) ?? '')?->sha256;

        return $partOf === null
            ? $carried !== null && $carried === $image->sha256
            : $partOf === $this->build()?->facts->text(Field::BUILD_ID);
    }

    /** Whether a package is made for this phone's codename or for one that covers it. */
    public function isFor(Package $package): bool
    {
        return array_intersect($package->facts->list(Field::CODENAMES), [
            $this->situation->sheet->codename,
            ...$this->situation->sheet->aliases,
        ]) !== [];
    }

    /** A kernel that comes as an image, and so is written and not installed. */
    public function kernelImage(): ?Package
    {
        $before = $this->kernelBefore();
        foreach ($this->kernelImages() as $kernel) {
            if ($kernel !== $before) {
                return $kernel;
            }
        }

        return null;
    }

    /**
     * A kernel image that is written before the build for the recovery that it brings: on a model whose recovery lives
     * in boot, where the kit holds no other recovery.
     */
    public function kernelBefore(): ?Package
    {
        if (
            !$this->situation->job->installsBuild() ||
            $this->situation->sheet->recoveryHome !== RecoveryHome::Boot ||
            $this->ofKind(PackageKind::Recovery) !== []
        ) {
            return null;
        }
        foreach ($this->kernelImages() as $kernel) {
            if ($kernel->facts->list(Field::ABILITIES) !== []) {
                return $kernel;
            }
        }

        return null;
    }

    /**
     * @return list<Package>
     */
    private function kernelImages(): array
    {
        return array_values(
            array_filter(
                $this->ofKind(PackageKind::Kernel),
                static fn(Package $one): bool => in_array(
                    $one->container,
                    [Container::BootImage, Container::VendorBootImage],
                    true,
                ),
            ),
        );
    }

    /** The partition that the kernel of the kit is written to, where it is written and not installed. */
    public function kernelPartition(): string
    {
        return $this->kernelImage()?->facts->text(Field::PARTITION) ?? PartitionName::Boot->value;
    }

    /** Whether a package's publisher says that it goes in after another one: by its kind, title or file name. */
    public static function goesAfter(Package $later, Package $earlier): bool
    {
        // Root goes into the system that a build brings, so that it comes after a build that works with root alone.
        $isBuild = $later->kind() === PackageKind::Build;
        $needsIt = $later->facts->flag(Field::NEEDS_ROOT) === true && $earlier->kind() === PackageKind::Root;
        if ($later !== $earlier && $needsIt && !$isBuild) {
            return true;
        }

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
                if ($package !== $this->kernelImage() && $package !== $this->kernelBefore()) {
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

    /** The generic image of the kit: of several, the one that is made for models of this launch api. */
    public function generic(): ?Package
    {
        $images = $this->ofKind(PackageKind::GenericImage);

        return $this->genericByLaunchApi() ?? ($images[0] ?? null);
    }

    /** The only one of several generic images whose card says that it is for models of this launch api. */
    public function genericByLaunchApi(): ?Package
    {
        $images = $this->ofKind(PackageKind::GenericImage);
        $fitting = array_filter(
            $images,
            fn(Package $one): bool => $this->launchApiFits($one) === true &&
                ($one->facts->int(Field::LAUNCH_API_MIN) !== null || $one->facts->int(Field::LAUNCH_API_MAX) !== null),
        );

        return count($images) > 1 && count($fitting) === 1 ? array_values($fitting)[0] : null;
    }

    /** Whether nothing on its card speaks against the launch api of this model; null where that is not known. */
    public function launchApiFits(Package $image): ?bool
    {
        $api = $this->situation->sheet->launchApi;
        if ($api === null) {
            return null;
        }

        return $api >= ($image->facts->int(Field::LAUNCH_API_MIN) ?? $api) &&
            $api <= ($image->facts->int(Field::LAUNCH_API_MAX) ?? $api);
    }

    /** The maker's bundle of the kit; of several the one that is of the phone's region. */
    public function bundle(): ?Package
    {
        $bundles = $this->ofKind(PackageKind::StockBundle);
        foreach (count($bundles) > 1 ? $bundles : [] as $bundle) {
            if ($this->isFor($bundle) && $this->situation->fit->region($bundle) === RegionFit::Same) {
                return $bundle;
            }
        }

        return $bundles[0] ?? null;
    }
}

<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\StandIn\Labels;

/**
 * What the headers of a file and its card say about its images, in the words in which the simulated phone asks for it.
 * It believes this only of images that say nothing themselves.
 */
final readonly class StatedLabels
{
    /**
     * @return array<string, array<string, mixed>> label by partition
     */
    public static function of(Package $package, ModelSheet $sheet): array
    {
        return match ($package->kind()) {
            PackageKind::Build, PackageKind::GenericImage, PackageKind::StockBundle => self::system($package, $sheet),
            PackageKind::Recovery => self::recovery($package, $sheet),
            PackageKind::Firmware => self::firmware($package, $sheet),
            PackageKind::Vendor => [
                PartitionName::Vendor->value => self::part($package, PartitionName::Vendor->value) + [
                    'vendor' => $package->facts->text(Field::VERSION),
                ],
            ],
            PackageKind::Kernel => self::isImage($package)
                ? self::image($package, self::kernel($package))
                : [Labels::ADDS => self::addOn($package, $sheet)],
            PackageKind::PartitionImage, PackageKind::VerificationImage => self::image($package, []),
            null, PackageKind::IdentityBackup, PackageKind::DataBackup, PackageKind::EmptySuper => [],
            default => [Labels::ADDS => self::addOn($package, $sheet)],
        };
    }

    private static function isImage(Package $package): bool
    {
        return in_array($package->container, [Container::BootImage, Container::VendorBootImage], true);
    }

    /**
     * @return array<string, mixed>
     */
    private static function part(Package $package, string $partition): array
    {
        $facts = $package->facts;
        $of = $facts->text(Field::PART_OF) ?? ($facts->text(Field::BUILD_ID) ?? $package->title());

        return ['part' => $partition, 'of' => $of] +
            array_filter([
                'notFor' => $facts->list(Field::EXCLUDES),
                'onlyFor' => $facts->list(Field::MODELS),
            ]);
    }

    /**
     * @return array<string, array<string, mixed>>
     */
    private static function system(Package $package, ModelSheet $sheet): array
    {
        $isGeneric = $package->kind() === PackageKind::GenericImage;
        $writes = $isGeneric ? [PartitionName::System->value] : $package->facts->list(Field::WRITES);
        $labels = [];
        foreach ($writes as $partition) {
            $labels[$partition] = self::part($package, $partition);
            if ($isGeneric) {
                $labels[$partition]['of'] = Nameless::orSystemOf($package);
                $labels[$partition]['bytes'] = $package->systemBytes();
            }
        }
        if (isset($labels[PartitionName::System->value])) {
            $labels[PartitionName::System->value]['os'] = self::os($package, $sheet);
        }
        $home = $sheet->recoveryHome?->value;
        if ($home !== null && isset($labels[$home]) && $package->facts->flag(Field::BRINGS_RECOVERY) === true) {
            $labels[$home]['recovery'] = [
                'family' => "{$package->title()}'s own",
                'version' => $package->facts->text(Field::VERSION),
                'abilities' => [Ability::Sideload->value],
            ];
        }
        // A maker's bundle brings firmware that works, whether or not its card says which.
        $isStock = $package->kind() === PackageKind::StockBundle;
        $own = $isStock ? $package->facts->text(Field::VERSION) : null;
        $firmware = $package->facts->text(Field::BRINGS_FIRMWARE) ?? $own;
        foreach ($firmware === null ? [] : array_intersect($sheet->firmwarePartitions(), $writes) as $partition) {
            $labels[$partition] += [
                'firmware' => $firmware,
                'region' => $package->facts->text(Field::REGION),
                'rollback' => $package->facts->int(Field::ROLLBACK_INDEX),
            ];
        }

        return $labels;
    }

    /**
     * @return array<string, mixed>
     */
    private static function os(Package $package, ModelSheet $sheet): array
    {
        $facts = $package->facts;
        $isStock = $package->kind() === PackageKind::StockBundle;
        $services = $facts->flag(Field::BRINGS_SERVICES) === true ? 'its own' : 'none';
        $os = [
            'family' => $facts->text(Field::FAMILY),
            'version' => $facts->text(Field::VERSION),
            'release' => $facts->text(Field::RELEASE),
            'patchLevel' => $facts->text(Field::PATCH_LEVEL),
            'codename' => $package->kind() === PackageKind::GenericImage ? 'any' : $sheet->codename,
            'services' => $isStock ? null : $services,
            'needsFirmware' => $facts->text(Field::FIRMWARE_MIN) ?? '',
            'needsVendor' => $facts->text(Field::VENDOR_MIN),
            'encrypts' => $facts->text(Field::BRINGS_ENCRYPTION),
            'needsFileSystem' => $facts->text(Field::FILE_SYSTEM),
            'putsBack' => $isStock ? 'recovery' : null,
        ];

        return array_filter($os, static fn(?string $value): bool => $value !== null);
    }

    /**
     * @return array<string, array<string, mixed>>
     */
    private static function recovery(Package $package, ModelSheet $sheet): array
    {
        $home = $sheet->recoveryHome?->value;
        if ($home === null) {
            return [];
        }
        $recovery = [
            'family' => $package->facts->text(Field::FAMILY),
            'version' => $package->facts->text(Field::VERSION),
            'abilities' => $package->facts->list(Field::ABILITIES),
            'after' => $package->facts->list(Field::AFTER),
        ];

        return [$home => ['of' => $package->title(), 'recovery' => $recovery] + self::part($package, $home)];
    }

    /**
     * @return array<string, array<string, mixed>>
     */
    private static function firmware(Package $package, ModelSheet $sheet): array
    {
        $labels = [];
        foreach ($sheet->firmwarePartitions() as $partition) {
            $labels[$partition] = self::part($package, $partition) + [
                'firmware' => $package->facts->text(Field::VERSION),
                'region' => $package->facts->text(Field::REGION),
                'rollback' => $package->facts->int(Field::ROLLBACK_INDEX),
            ];
        }

        return $labels;
    }

    /**
     * @return array<string, mixed>
     */
    private static function kernel(Package $package): array
    {
        return [
            'kernel' => $package->facts->text(Field::FAMILY),
            'release' => $package->facts->text(Field::RELEASE),
        ] +
            ($package->facts->list(Field::ABILITIES) === []
                ? []
                : [
                    'recovery' => [
                        'family' => $package->facts->text(Field::FAMILY),
                        'version' => $package->facts->text(Field::VERSION),
                        'abilities' => $package->facts->list(Field::ABILITIES),
                    ],
                ]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, array<string, mixed>>
     */
    private static function image(Package $package, array $more): array
    {
        $partition = $package->facts->text(Field::PARTITION) ?? PartitionName::Boot->value;

        return [$partition => self::part($package, $partition) + $more];
    }

    /**
     * @return array<string, mixed>
     */
    private static function addOn(Package $package, ModelSheet $sheet): array
    {
        return [
            'addon' => $package->kind()->value ?? '',
            'title' => $package->title(),
            'release' => $package->facts->text(Field::RELEASE) ?? '',
            'architecture' => $package->facts->text(Field::ARCHITECTURE) ?? $sheet->architecture,
        ];
    }
}

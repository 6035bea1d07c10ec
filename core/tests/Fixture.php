<?php

declare(strict_types=1);

namespace Tornavis\Core\Tests;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Facts;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/**
 * The least that a core test needs, made in memory and without the demo world: a phone with two slots and one with one
 * slot, what is known of them, and packages that say what a test is about. Every part can be had otherwise.
 */
final class Fixture
{
    public const AT = '2026-03-01T12:00:00Z';

    private const MIB = 1 << 20;

    private const GIB = 1 << 30;

    /**
     * A model with two slots, its recovery in vendor boot and its system inside super: "ashlar".
     *
     * @param  array<string, mixed>  $otherwise  members of the sheet
     */
    public static function twoSlots(array $otherwise = []): ModelSheet
    {
        return self::sheet('ashlar', [
            'slots' => 2,
            'recoveryHome' => 'vendor_boot',
            'dynamicLayout' => 'native',
            'superBytes' => 8 * self::GIB,
            'superGroups' => [
                ['name' => 'group_a', 'maximumBytes' => 4 * self::GIB - self::MIB],
                ['name' => 'group_b', 'maximumBytes' => 4 * self::GIB - self::MIB],
            ],
            'partitions' => [
                self::partition('boot', 96, ['startsSystem' => true]),
                self::partition('dtbo', 16, ['startsSystem' => true]),
                self::partition('vendor_boot', 96, ['startsSystem' => true]),
                self::partition('modem', 200, ['firmware' => true]),
                self::partition('trust', 16, ['firmware' => true]),
                self::partition('system', 2048, ['logical' => true]),
                self::partition('product', 1024, ['logical' => true]),
                self::partition('vendor', 512, ['logical' => true]),
                self::partition('super', 8192, ['perSlot' => false]),
                self::partition('data', 65536, ['perSlot' => false]),
            ],
            ...$otherwise,
        ]);
    }

    /**
     * The model with two slots, and with verification headers in partitions of their own.
     *
     * @param  list<string>  $headers  names of the partitions
     * @param  array<string, mixed>  $otherwise  members of the sheet
     */
    public static function verified(array $headers = ['seal'], array $otherwise = []): ModelSheet
    {
        /** @var list<array<string, mixed>> $partitions */
        $partitions = self::twoSlots()->toArray()['partitions'];
        foreach ($headers as $name) {
            $partitions[] = self::partition($name, 1, ['verification' => true]);
        }

        return self::twoSlots(['partitions' => $partitions, ...$otherwise]);
    }

    /** The verification image of the firmware that the phone has, for one partition. */
    public static function header(ModelSheet $sheet, string $partition = 'seal', string $of = '3.1'): Package
    {
        return self::package(
            PackageKind::VerificationImage,
            "{$partition}-{$of}-{$sheet->codename}.img",
            [Field::CODENAMES => [$sheet->codename], Field::PARTITION => $partition, Field::PART_OF => $of],
            [$partition => 4096],
        );
    }

    /**
     * A model with one slot, a recovery partition of its own and a system outside super: "corbel".
     *
     * @param  array<string, mixed>  $otherwise  members of the sheet
     */
    public static function oneSlot(array $otherwise = []): ModelSheet
    {
        $part = static fn(string $name, int $mib, array $with = []): array => self::partition($name, $mib, [
            'perSlot' => false,
            ...$with,
        ]);

        return self::sheet('corbel', [
            'slots' => 1,
            'recoveryHome' => 'recovery',
            'dynamicLayout' => 'none',
            'partitions' => [
                $part('boot', 64, ['startsSystem' => true]),
                $part('recovery', 64),
                $part('modem', 100, ['firmware' => true]),
                $part('system', 4096),
                $part('vendor', 512),
                $part('data', 32768),
            ],
            ...$otherwise,
        ]);
    }

    /**
     * @param  array<string, mixed>  $members
     */
    private static function sheet(string $codename, array $members): ModelSheet
    {
        return ModelSheet::fromArray([
            'format' => 'tornavis/model-sheet',
            'version' => 1,
            'codename' => $codename,
            'maker' => 'Quoin',
            'name' => ucfirst($codename),
            'architecture' => 'arm64',
            'launchApi' => 33,
            'variants' => [['model' => strtoupper($codename) . '-1', 'chipset' => 'Voussoir 1']],
            'keys' => [
                'recovery' => [['key' => 'volume up', 'fromSecond' => 0, 'toSecond' => 8]],
                'bootloader' => [['key' => 'volume down', 'fromSecond' => 0, 'toSecond' => 8]],
            ],
            'fileSystems' => ['f2fs', 'ext4'],
            'encryptions' => ['file'],
            'battery' => ['chargePercentPerMinute' => 1.0, 'drainPercentPerMinute' => 0.5],
            ...$members,
        ]);
    }

    /**
     * @param  array<string, bool>  $with
     * @return array<string, mixed>
     */
    private static function partition(string $name, int $mib, array $with): array
    {
        return ['name' => $name, 'sizeBytes' => $mib * self::MIB, 'perSlot' => true, ...$with];
    }

    /**
     * A phone that is ready: unlocked, charged, empty, with the maker's system in the slot in use.
     *
     * @param  array<string, string|int|bool|list<string>|null>  $otherwise  values by name of the fact
     */
    public static function unit(ModelSheet $sheet, array $otherwise = []): Unit
    {
        $slot = $sheet->slots[0];
        $values = [
            'serial' => 'FIX0001',
            'mode' => 'system',
            'variant.model' => $sheet->variants[0]->model,
            'variant.chipset' => $sheet->variants[0]->chipset,
            'bootloader.unlocked' => true,
            'bootloader.lockGuard' => false,
            'slot.active' => $slot,
            'locks.screen' => false,
            'locks.accounts' => false,
            'battery.percent' => 80,
            'battery.condition' => 'sound',
            'debugging.allowed' => true,
            'debugging.authorised' => true,
            'card.present' => false,
            'data.fileSystem' => 'f2fs',
            'data.encryption' => 'file',
            'data.writtenBy' => 'Quoin Base',
            'data.empty' => false,
            'data.usedBytes' => 2 * self::GIB,
        ];
        foreach (['apps', 'app-data', 'messages', 'contacts', 'photos', 'esim', 'second-factor'] as $class) {
            $values["data.holds.{$class}"] = false;
        }
        foreach ($sheet->slots as $one) {
            $values["slot.{$one}.firmware.version"] = '3.1';
            $values["slot.{$one}.os.state"] = $one === $slot ? 'complete' : 'none';
        }
        $values["slot.{$slot}.os.family"] = 'Quoin Base';
        $values["slot.{$slot}.os.version"] = '3.1';
        $values["slot.{$slot}.os.release"] = '14';
        $values["slot.{$slot}.os.buildId"] = 'base-3.1';
        $values["slot.{$slot}.os.stock"] = true;
        $facts = [];
        foreach ([...$values, ...$otherwise] as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'test', self::AT);
        }

        return new Unit('FX-1', $sheet->codename, $facts);
    }

    /**
     * @param  array<string, string|int|bool|list<string>|null>  $facts
     * @param  array<string, int>  $images  bytes by partition
     */
    public static function package(PackageKind $kind, string $name, array $facts = [], array $images = []): Package
    {
        $sha256 = hash('sha256', $name);
        $all = [Field::KIND => $kind->value, Field::SHA256 => $sha256, ...$facts];
        $read = [];
        foreach (array_filter($all, static fn(mixed $value): bool => $value !== null) as $field => $value) {
            $read[] = Fact::of($field, $value, Source::Card, "{$name}.card.json");
        }
        $written = [];
        foreach ($images as $partition => $bytes) {
            $entry = str_ends_with($name, '.zip') ? $partition : null;
            $written[] = new PartitionImage($partition, $bytes, hash('sha256', "{$name} {$partition}"), $entry);
        }

        return new Package(
            "/fixture/{$name}",
            max(1, array_sum($images)),
            self::containerOf($kind, $name, is_string($all[Field::PARTITION] ?? null) ? $all[Field::PARTITION] : null),
            Facts::of(...$read),
            $written,
            sha256: $sha256,
            imageProblems: [],
        );
    }

    /** The same file with other content. */
    public static function holding(Package $package, Container $container, ?Container $inside = null): Package
    {
        $data = $package->toArray();
        $data['container'] = $container->value;
        if ($inside !== null) {
            $data['images'] = [];
            $data['facts'][] = Fact::of(Field::INSIDE, $inside->value, Source::File)->toArray();
            $data['facts'][] = Fact::of(Field::COMPRESSION, 'xz', Source::File)->toArray();
            $data['facts'][] = Fact::of(Field::EXPANDED, 3 * self::MIB, Source::File)->toArray();
        }

        return Package::fromArray($data);
    }

    private static function containerOf(PackageKind $kind, string $name, ?string $partition): Container
    {
        return match (true) {
            str_ends_with($name, '.zip') => in_array($kind, [PackageKind::Firmware, PackageKind::StockBundle], true)
                ? Container::ZipBundle
                : Container::PayloadZip,
            $kind === PackageKind::VerificationImage => Container::Verification,
            $kind === PackageKind::GenericImage => Container::FileSystem,
            $partition === 'vendor_boot' => Container::VendorBootImage,
            $partition === 'dtbo' => Container::DeviceTreeTable,
            default => Container::BootImage,
        };
    }

    /**
     * @param  array<string, string|int|bool|list<string>|null>  $facts
     */
    public static function build(ModelSheet $sheet, array $facts = []): Package
    {
        $start = $sheet->startPartitions();
        $writes = [...$start, 'system', 'product', 'vendor'];
        $named = array_values(array_filter($writes, static fn(string $one): bool => $sheet->partition($one) !== null));

        return self::package(
            PackageKind::Build,
            "lintel-2.0-{$sheet->codename}.zip",
            [
                Field::FAMILY => 'Lintel',
                Field::VERSION => '2.0',
                Field::CODENAMES => [$sheet->codename],
                Field::BUILD_ID => "lintel-2.0-{$sheet->codename}",
                Field::BUILD_TIME => 1_770_000_000,
                Field::RELEASE => '15',
                Field::PATCH_LEVEL => '2026-02-05',
                Field::ARCHITECTURE => 'arm64',
                Field::UPDATE_TYPE => 'full',
                Field::CHANNEL => 'stable',
                Field::OFFICIAL => true,
                Field::WRITES => $named,
                Field::BRINGS_SERVICES => true,
                Field::BRINGS_RECOVERY => true,
                ...$facts,
            ],
            array_fill_keys($named, 8 * self::MIB),
        );
    }

    /**
     * @param  array<string, string|int|bool|list<string>|null>  $facts
     */
    public static function recovery(ModelSheet $sheet, array $facts = []): Package
    {
        $home = $sheet->recoveryHome->value;

        return self::package(
            PackageKind::Recovery,
            "corbie-1.4-{$sheet->codename}.img",
            [
                Field::FAMILY => 'Corbie',
                Field::VERSION => '1.4',
                Field::CODENAMES => [$sheet->codename],
                Field::PARTITION => $home,
                Field::ABILITIES => ['sideload', 'decrypt', 'backup'],
                ...$facts,
            ],
            [$home => 32 * self::MIB],
        );
    }

    /**
     * @param  array<string, string|int|bool|list<string>|null>  $facts
     */
    public static function firmware(ModelSheet $sheet, string $version, array $facts = []): Package
    {
        return self::package(
            PackageKind::Firmware,
            "firmware-{$version}-{$sheet->codename}.zip",
            [Field::VERSION => $version, Field::CODENAMES => [$sheet->codename], ...$facts],
            array_fill_keys($sheet->firmwarePartitions(), 4 * self::MIB),
        );
    }

    /**
     * @param  list<Package>  $kit
     * @param  array<string, string|int|bool|list<string>|null>  $otherwise
     */
    public static function situation(
        ModelSheet $sheet,
        array $kit,
        array $otherwise = [],
        Intent $intent = Intent::Fresh,
        HouseRules $house = new HouseRules(),
        Answers $answers = new Answers(),
    ): Situation {
        return new Situation($sheet, self::unit($sheet, $otherwise), $kit, $intent, self::AT, $house, $answers);
    }
}

<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\UnverifiedStart;

/**
 * A model for a simulated phone, whose sheet does not say everything: what it leaves open is drawn within what such
 * phones have. The same sheet gives the same model.
 *
 * Source of what such phones have: the open platform's layouts by the release that a model was launched with.
 */
final class DrawnModel
{
    private const API_OF_SUPER = 29;

    private const MIB = 1 << 20;

    /** Sizes in MiB, as phones have them at least. */
    private const SIZES = [
        'boot' => 96,
        'init_boot' => 8,
        'vendor_boot' => 96,
        'recovery' => 96,
        'dtbo' => 24,
        'modem' => 256,
        'system' => 4096,
        'vendor' => 1536,
        'product' => 3072,
        'system_ext' => 1024,
        'super' => 12288,
    ];

    private const OTHER_SIZE = 64;

    private const IN_SUPER = ['system', 'vendor', 'product', 'system_ext', 'odm', 'vendor_dlkm', 'system_dlkm'];

    public static function of(ModelSheet $sheet): ModelSheet
    {
        if ($sheet->isWhole()) {
            return $sheet;
        }
        $slots = $sheet->hasTwoSlots() === null ? self::draw($sheet, 'slots', [1, 2]) : count($sheet->slots);
        $api = $sheet->launchApi ?? self::draw($sheet, 'launchApi', [28, 30, 33]);
        $layout = $sheet->dynamicLayout ?? ($api >= self::API_OF_SUPER ? 'native' : 'none');
        $home = $sheet->recoveryHome ?? ($slots === 1 ? RecoveryHome::Own : RecoveryHome::Boot);
        $superBytes = $sheet->superBytes ?? self::SIZES['super'] * self::MIB;
        $partitions = self::partitions($sheet, $slots === 2, $layout, $home);

        return ModelSheet::kept(
            [
                'slots' => $slots,
                'launchApi' => $api,
                'dynamicLayout' => $layout,
                'recoveryHome' => $home->value,
                'pcFlash' => $sheet->pcFlash ?? self::draw($sheet, 'pcFlash', [false, false, true]),
                'architecture' => $sheet->architecture ?? self::draw($sheet, 'architecture', ['arm64', 'arm']),
                'fileSystems' => $sheet->fileSystems === [] ? ['f2fs', 'ext4'] : $sheet->fileSystems,
                'encryptions' => $sheet->encryptions === [] ? ['file'] : $sheet->encryptions,
                'battery' => [
                    'chargePercentPerMinute' => $sheet->chargePercentPerMinute ?? 0.6,
                    'drainPercentPerMinute' => $sheet->drainPercentPerMinute ?? 0.4,
                ],
                'partitions' => $partitions,
            ] +
                ($layout === 'none' ? [] : ['superBytes' => $superBytes]) +
                $sheet->toArray(),
        );
    }

    /** Bytes of a partition whose size nobody knows. */
    public static function size(string $partition): int
    {
        return (self::SIZES[$partition] ?? self::OTHER_SIZE) * self::MIB;
    }

    /** Whether its bootloader starts nothing that verification does not know. Most start it with a warning. */
    public static function refusesUnverified(ModelSheet $sheet): bool
    {
        $stated = $sheet->unverified;

        return $stated === null
            ? self::draw($sheet, 'unverified', [false, false, true])
            : $stated === UnverifiedStart::Refuses;
    }

    /**
     * @return list<array<string, mixed>> as in docs/formats/model-sheet.schema.json
     */
    private static function partitions(ModelSheet $sheet, bool $two, string $layout, RecoveryHome $home): array
    {
        $rows = [];
        foreach ($sheet->partitions as $one) {
            $rows[$one->name] = self::row($one, $two, $layout);
        }
        $there = ['boot', 'system', 'vendor', $home->value, ...$layout === 'none' ? [] : ['super']];
        foreach ($there as $name) {
            $isStart = $name === PartitionName::Boot->value;
            $rows[$name] ??= self::row(new Partition($name, null, null, startsSystem: $isStart), $two, $layout);
        }
        // A phone that runs has firmware of its own, whether a sheet says where or not.
        $modem = PartitionName::Modem->value;
        if ($sheet->firmwarePartitions() === []) {
            $row = $rows[$modem] ?? self::row(new Partition($modem, null, null), $two, $layout);
            $rows[$modem] = ['firmware' => true] + $row;
        }

        return array_values($rows);
    }

    /**
     * @return array<string, mixed>
     */
    private static function row(Partition $one, bool $two, string $layout): array
    {
        $isInSuper = $layout !== 'none' && in_array($one->name, self::IN_SUPER, true);

        return [
            'name' => $one->name,
            'sizeBytes' => $one->sizeBytes ?? self::size($one->name),
            'perSlot' => $one->perSlot ?? $two && $one->name !== PartitionName::Super->value,
            'firmware' => $one->firmware,
            'logical' => $one->logical || $isInSuper,
            'startsSystem' => $one->startsSystem,
            'verification' => $one->verification,
        ];
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $values
     * @return T
     */
    private static function draw(ModelSheet $sheet, string $field, array $values): mixed
    {
        return $values[crc32("{$sheet->codename} {$field}") % count($values)];
    }
}

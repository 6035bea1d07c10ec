<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** What stands in the place of what a sheet of version 2 leaves open. */
final class SheetDefaults
{
    /**
     * What a sheet of version 2 may leave open, with what stands in its place until somebody knows it. A rule stops the
     * plan that would need one of them.
     */
    private const UNKNOWN = [
        'maker' => 'Unknown maker',
        'architecture' => 'arm64',
        'launchApi' => 0,
        'variants' => [],
        'slots' => 1,
        'dynamicLayout' => 'none',
        'partitions' => [],
        'fileSystems' => ['f2fs', 'ext4'],
        'battery' => ['chargePercentPerMinute' => 0.6, 'drainPercentPerMinute' => 0.4],
    ];

    /**
     * What stands for the parts that a sheet leaves out.
     *
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    public static function of(array $data): array
    {
        if (($data['version'] ?? 1) === 1) {
            return [];
        }
        $two = ($data['slots'] ?? 1) === 2;
        $parts = array_map(
            static fn(array $one): array => $one + ['sizeBytes' => 0, 'perSlot' => $two && !($one['name'] === 'super')],
            self::rows($data, 'partitions'),
        );
        $variants = array_map(
            static fn(array $one): array => $one + ['chipset' => Variant::UNKNOWN],
            self::rows($data, 'variants'),
        );

        return ['partitions' => $parts, 'variants' => $variants] +
            $data +
            self::UNKNOWN + [
                'name' => $data['codename'],
                'recoveryHome' => RecoveryHome::Own->value,
            ];
    }

    /**
     * @param  array<string, mixed>  $data
     * @return list<array<mixed>>
     */
    private static function rows(array $data, string $list): array
    {
        $rows = $data[$list] ?? [];

        return is_array($rows) ? array_values(array_filter($rows, is_array(...))) : [];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** Turns what a document has for "not known" into null, so that no value stands in the place of one. */
final class SheetParts
{
    /** Documents of earlier versions had a word, and a size, for what nobody knew. */
    private const NO_CHIPSET = 'unknown';

    private const NO_SIZE = 0;

    /**
     * The parts that a sheet leaves out or writes as not known.
     *
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    public static function of(array $data): array
    {
        $isOnlyOne = ($data['slots'] ?? null) === 1;
        $parts = [];
        foreach (self::rows($data, 'partitions') as $one) {
            $size = $one['sizeBytes'] ?? self::NO_SIZE;
            // Super is one room for both slots, and a phone with one slot has one of each.
            $isOne = $isOnlyOne || ($one['name'] ?? '') === 'super';
            $parts[] = ['sizeBytes' => $size === self::NO_SIZE ? null : $size] +
                $one + ['perSlot' => $isOne ? false : null];
        }
        $variants = [];
        foreach (self::rows($data, 'variants') as $one) {
            $chipset = $one['chipset'] ?? self::NO_CHIPSET;
            $variants[] = ['chipset' => $chipset === self::NO_CHIPSET ? null : $chipset] + $one;
        }

        return ['partitions' => $parts, 'variants' => $variants] +
            $data + ['name' => $data['codename'], 'fileSystems' => []];
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

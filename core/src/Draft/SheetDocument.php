<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Reading\SlotText;

/** The JSON of a model sheet, version 2, that a draft makes: docs/formats/model-sheet.schema.json. */
final class SheetDocument
{
    private const PLAIN = [
        'codename',
        'maker',
        'name',
        'architecture',
        'aliases',
        'launchApi',
        'slots',
        'recoveryHome',
        'dynamicLayout',
        'superBytes',
        'fileSystems',
        'encryptions',
        'pcFlash',
        'verification',
    ];

    /** How the names of partitions with verification headers begin; the first of them has this name. */
    public const VERIFICATION = 'vbmeta';

    /** Partitions whose images must be of one build for it to start. */
    private const STARTS = ['boot', 'init_boot', 'vendor_boot', 'vendor_kernel_boot', 'dtbo'];

    private const MOST_SOURCES = 10;

    /**
     * @return array<string, mixed>
     */
    public static function of(SheetDraft $draft): array
    {
        $document = ['format' => 'tornavis/model-sheet', 'version' => 2];
        foreach (self::PLAIN as $field) {
            $value = $draft->value($field);
            if ($value !== null && $value !== []) {
                $document[$field] = $value;
            }
        }
        if (isset($document['aliases']) && is_array($document['aliases'])) {
            $codename = $draft->value('codename');
            $others = array_filter($document['aliases'], static fn(mixed $one): bool => $one !== $codename);
            $document['aliases'] = array_values($others);
        }
        $document += self::lists($draft);
        $grades = array_map(static fn(DraftField $one): string => $one->grade->value, $draft->fields);

        return array_filter(
            $document + ['grades' => $grades, 'sources' => self::sources($draft)],
            static fn(mixed $part): bool => $part !== [],
        );
    }

    /**
     * @return array<string, mixed>
     */
    private static function lists(SheetDraft $draft): array
    {
        return [
            'variants' => self::variants($draft),
            'superGroups' => self::groups($draft),
            'partitions' => self::partitions($draft),
        ];
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function variants(SheetDraft $draft): array
    {
        $variant = [];
        foreach (['model', 'chipset', 'region', 'carrier'] as $part) {
            $value = $draft->value("variants.{$part}");
            if (is_string($value)) {
                $variant[$part] = $value;
            }
        }

        return isset($variant['model']) ? [$variant] : [];
    }

    /**
     * @return list<array{name: string, maximumBytes: int}>
     */
    private static function groups(SheetDraft $draft): array
    {
        $limits = [];
        foreach ($draft->fields as $field => $one) {
            $isGroup = preg_match('/^superGroups\.(.+)\.maximumBytes$/', $field, $part) === 1;
            if ($isGroup && is_int($one->value) && $one->value > 0) {
                $limits[$part[1]] = $one->value;
            }
        }
        $groups = [];
        foreach ($limits as $name => $bytes) {
            // A build names a group once; a phone with two slots has one for each.
            $isOfBoth = $draft->value('slots') === 2 && SlotText::split($name)[1] === null;
            foreach ($isOfBoth ? ["{$name}_a", "{$name}_b"] : [$name] as $one) {
                if (!$isOfBoth || !isset($limits[$one])) {
                    $groups[] = ['name' => $one, 'maximumBytes' => $bytes];
                }
            }
        }

        return $groups;
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function partitions(SheetDraft $draft): array
    {
        $rows = [];
        foreach ($draft->fields as $field => $one) {
            if (preg_match('/^partitions\.([^.]+)\.(name|sizeBytes|perSlot|logical|firmware)$/', $field, $part) === 1) {
                $rows[$part[1]][$part[2]] = $one->value;
            }
        }
        $super = $draft->value('superBytes');
        if (is_int($super)) {
            $rows['super'] = ['sizeBytes' => $super, 'perSlot' => false];
        }
        $partitions = [];
        foreach ($rows as $name => $row) {
            $partitions[] = self::row($name, $row);
        }

        return $partitions;
    }

    /**
     * A row of the table, with what a partition of such a name is.
     *
     * @param  array<array-key, mixed>  $row  what is known of it
     * @return array<string, mixed>
     */
    public static function row(string $name, array $row): array
    {
        $isFirmware = in_array($name, ['modem', 'radio'], true);

        return array_filter(
            [
                'name' => $name,
                'sizeBytes' => $row['sizeBytes'] ?? null,
                'perSlot' => $row['perSlot'] ?? null,
                'firmware' => $row['firmware'] ?? ($isFirmware ? true : null),
                'logical' => $row['logical'] ?? false ? true : null,
                'startsSystem' => in_array($name, self::STARTS, true) ? true : null,
                'verification' => str_starts_with($name, self::VERIFICATION) ? true : null,
            ],
            static fn(mixed $part): bool => $part !== null,
        );
    }

    /**
     * @return array<string, list<array<string, mixed>>>
     */
    private static function sources(SheetDraft $draft): array
    {
        $sources = [];
        foreach ($draft->fields as $field => $one) {
            $places = array_map(DraftField::place(...), array_slice($one->sources, 0, self::MOST_SOURCES));
            if ($places !== []) {
                $sources[$field] = $places;
            }
        }

        return $sources;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Words\Mode;

/** What a model sheet must not say about one phone at the same time. */
final class SheetConsistency
{
    /** @throws FormatError with the first contradiction */
    public static function refuse(ModelSheet $sheet, string $where): void
    {
        foreach (self::problems($sheet) as [$field, $problem, $expected]) {
            throw FormatError::invalid($where, $field, $problem, $expected);
        }
    }

    /**
     * @return \Generator<int, array{string, string, string}> field, problem, what is expected
     */
    private static function problems(ModelSheet $sheet): \Generator
    {
        foreach (self::twice(array_map(static fn(Variant $v): string => $v->model, $sheet->variants)) as $model) {
            yield ['/variants', "The variant {$model} is listed twice", 'each model number once'];
        }
        foreach (self::twice(array_map(static fn(Partition $p): string => $p->name, $sheet->partitions)) as $name) {
            yield ['/partitions', "The partition {$name} is listed twice", 'each partition once'];
        }
        if (
            $sheet->hasTwoSlots() === false &&
            array_filter($sheet->partitions, static fn(Partition $p): bool => $p->perSlot === true) !== []
        ) {
            yield ['/partitions', 'A partition is per slot on a phone with one slot', '"perSlot": false everywhere'];
        }
        if (in_array($sheet->codename, $sheet->aliases, true)) {
            yield ['/aliases', "The codename {$sheet->codename} is its own alias", 'other codenames only'];
        }
        if ($sheet->recoveryHome !== null && $sheet->partition($sheet->recoveryHome->value) === null) {
            yield [
                '/recoveryHome',
                "There is no partition {$sheet->recoveryHome->value} for the recovery to live in",
                'a partition of the table',
            ];
        }
        if ($sheet->identityPartition !== null && $sheet->partition($sheet->identityPartition) === null) {
            yield [
                '/identityPartition',
                "There is no partition {$sheet->identityPartition}",
                'a partition of the table',
            ];
        }
        yield from self::space($sheet);
        foreach ($sheet->keys as $mode => $chart) {
            if (Mode::tryFrom($mode) === null) {
                yield [
                    '/keys',
                    "There is no mode {$mode}",
                    'modes: ' . implode(', ', array_map(static fn(Mode $m): string => $m->value, Mode::cases())),
                ];
            }
            foreach ($chart as $press) {
                if ($press->toSecond <= $press->fromSecond) {
                    yield [
                        "/keys/{$mode}",
                        "The key {$press->key} is let go at {$press->toSecond} s, before it is pressed",
                        'a later second',
                    ];
                }
            }
        }
    }

    /**
     * @return \Generator<int, array{string, string, string}>
     */
    private static function space(ModelSheet $sheet): \Generator
    {
        $logical = array_filter($sheet->partitions, static fn(Partition $p): bool => $p->logical);
        if ($sheet->superBytes === null) {
            if ($logical !== [] && $sheet->toArray()['version'] === 1) {
                yield ['/superBytes', 'There are logical partitions but no super', 'the size of super in bytes'];
            }

            return;
        }
        $sum = array_sum(array_map(static fn(Partition $p): int => $p->sizeBytes ?? 0, $logical));
        if ($sum > $sheet->superBytes) {
            yield [
                '/partitions',
                "The logical partitions have {$sum} bytes together; super holds {$sheet->superBytes}",
                'sizes that fit into super',
            ];
        }
        foreach ($sheet->superGroups as $name => $limit) {
            if ($limit > $sheet->superBytes) {
                yield [
                    '/superGroups',
                    "The group {$name} may grow to {$limit} bytes; super holds {$sheet->superBytes}",
                    'a limit that fits into super',
                ];
            }
        }
    }

    /**
     * @param  list<string>  $names
     * @return list<string>
     */
    private static function twice(array $names): array
    {
        return array_keys(array_filter(array_count_values($names), static fn(int $count): bool => $count > 1));
    }
}

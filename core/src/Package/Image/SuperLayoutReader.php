<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Package\Reading;
use Tornavis\Core\Words\PackageKind;

/**
 * The layout of super: which logical partitions it holds, in which groups, and what is free. Little-endian.
 *
 * A full image has 4096 reserved bytes, the geometry twice and then the metadata; an empty one begins with the
 * geometry. Source: the open platform's logical partition metadata, major version 10.
 */
final class SuperLayoutReader implements PackageReader
{
    public const GEOMETRY_MAGIC = "\x67\x44\x6c\x61";

    public const HEADER_MAGIC = "\x30\x50\x4c\x41";

    public const BLOCK = 4096;

    public const SECTOR = 512;

    private const MOST_PARTITIONS = 1000;

    private const MOST_TABLE_BYTES = 1 << 20;

    /** 64 TiB in sectors: more than any phone holds, and few enough to add up. */
    private const MOST_SECTORS = 1 << 37;

    public function recognises(Bytes $bytes): bool
    {
        return self::geometryAt($bytes) !== null;
    }

    public function read(Bytes $bytes): Reading
    {
        $at = self::geometryAt($bytes) ?? throw PackageError::unknownKind($bytes->path, bin2hex($bytes->head(8)));
        $empty = $at === 0;
        /** @var array{size: int} $g */
        $g = unpack('Vsize', $bytes->read($at + 4, 4));
        /** @var array{most: int, slots: int} $m */
        $m = unpack('Vmost/Vslots', $bytes->read($at + 40, 8));
        $header = $empty ? self::BLOCK : $at + 2 * self::BLOCK;
        $layout = self::layout($bytes, $header);
        $super = $layout['devices'][0]['size'] ?? 0;
        $used = array_sum(array_column($layout['partitions'], 'sizeBytes'));
        $facts = [
            Fact::of(Field::PARTITION, 'super', Source::File, 'super layout'),
            Fact::of(Field::SUPER_SIZE, $super, Source::File, 'super layout'),
            Fact::of(
                Field::FREE,
                max(0, $super - $used - ($layout['devices'][0]['first'] ?? 0) * self::SECTOR),
                Source::File,
                'super layout',
            ),
            Fact::of(Field::LAYOUT_COPIES, $m['slots'], Source::File, 'geometry'),
            Fact::of(
                Field::GROUPS,
                array_map(static fn(array $group): string => "{$group['name']} {$group['most']}", $layout['groups']),
                Source::File,
                'super layout',
            ),
            Fact::of(
                Field::LOGICAL,
                array_map(
                    static fn(array $one): string => "{$one['name']} {$one['sizeBytes']} {$one['group']}",
                    $layout['partitions'],
                ),
                Source::File,
                'super layout',
            ),
        ];
        if ($empty) {
            $facts[] = Fact::of(Field::KIND, PackageKind::EmptySuper->value, Source::File, 'super layout');
        }

        return new Reading(
            $empty ? Container::EmptySuper : Container::Super,
            $facts,
            array_values(
                array_map(
                    static fn(array $one): PartitionImage => new PartitionImage($one['name'], $one['sizeBytes']),
                    array_filter($layout['partitions'], static fn(array $one): bool => $one['sizeBytes'] > 0),
                ),
            ),
        );
    }

    private static function geometryAt(Bytes $bytes): ?int
    {
        foreach ([0, self::BLOCK] as $at) {
            if (
                $bytes->size >= $at + 3 * self::BLOCK - ($at === 0 ? self::BLOCK : 0) &&
                $bytes->read($at, 4) === self::GEOMETRY_MAGIC
            ) {
                return $at;
            }
        }

        return null;
    }

    /**
     * @return array{
     *     partitions: list<array{name: string, sizeBytes: int, group: string}>,
     *     groups: list<array{name: string, most: int}>,
     *     devices: list<array{first: int, size: int}>
     * }
     */
    private static function layout(Bytes $bytes, int $at): array
    {
        if ($bytes->size < $at + 128 || $bytes->read($at, 4) !== self::HEADER_MAGIC) {
            throw PackageError::malformed(
                $bytes->path,
                "byte {$at}",
                'The layout is not where the geometry says',
                'the header of a super layout',
            );
        }
        /** @var array{major: int, minor: int, header: int} $h */
        $h = unpack('vmajor/vminor/Vheader', $bytes->read($at + 4, 8));
        /** @var array{tables: int} $t */
        $t = unpack('Vtables', $bytes->read($at + 44, 4));
        if (
            $h['major'] !== 10 ||
            $h['header'] < 128 ||
            $h['header'] > self::BLOCK ||
            $t['tables'] > self::MOST_TABLE_BYTES
        ) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($at + 4),
                "The layout has major version {$h['major']}, a header of {$h['header']} and tables of " .
                    "{$t['tables']} bytes",
                'major version 10 and at most ' . self::MOST_TABLE_BYTES . ' bytes',
            );
        }
        $tables = $bytes->read($at + $h['header'], $t['tables']);
        if (!hash_equals(hash('sha256', $tables, true), $bytes->read($at + 48, 32))) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($at + 48),
                'The tables of the layout do not have the checksum that its header states',
                'the SHA-256 of the tables',
            );
        }
        $rows = [];
        foreach (['partitions', 'extents', 'groups', 'devices'] as $index => $name) {
            /** @var array{offset: int, count: int, size: int} $d */
            $d = unpack('Voffset/Vcount/Vsize', $bytes->read($at + 80 + 12 * $index, 12));
            if ($d['size'] < [52, 24, 48, 64][$index] || $d['offset'] + $d['count'] * $d['size'] > $t['tables']) {
                throw PackageError::malformed(
                    $bytes->path,
                    'byte ' . ($at + 80 + 12 * $index),
                    "The table of {$name} claims {$d['count']} rows of {$d['size']} bytes",
                    'rows inside the tables',
                );
            }
            $rows[$name] = array_map(
                static fn(int $row): string => substr($tables, $d['offset'] + $row * $d['size'], $d['size']),
                $d['count'] === 0 ? [] : range(0, $d['count'] - 1),
            );
        }
        $sectors = array_map(
            static fn(string $row): int => self::fields('Psectors', $row)['sectors'],
            $rows['extents'],
        );
        foreach ($sectors as $index => $count) {
            if ($count < 0 || $count > self::MOST_SECTORS) {
                throw PackageError::malformed(
                    $bytes->path,
                    "extent {$index}",
                    "It claims {$count} sectors",
                    'at most ' . self::MOST_SECTORS,
                );
            }
        }
        if (count($rows['partitions']) > self::MOST_PARTITIONS) {
            throw PackageError::hostile(
                $bytes->path,
                'byte ' . ($at + 80),
                'The layout has more than ' . self::MOST_PARTITIONS . ' partitions',
            );
        }
        // Sectors of the extents before each, so that a partition takes no walk through all of them.
        $before = [0];
        foreach ($sectors as $count) {
            $before[] = $before[count($before) - 1] + $count;
        }
        $groups = array_map(
            static fn(string $row): array => [
                'name' => BootHeader::text(substr($row, 0, 36)) ?? '',
                'most' => self::fields('Pmost', substr($row, 40))['most'],
            ],
            $rows['groups'],
        );
        $partitions = [];
        foreach ($rows['partitions'] as $row) {
            $p = self::fields('Vfirst/Vcount/Vgroup', substr($row, 40));
            $first = min($p['first'], count($sectors));
            $held = $before[min($first + $p['count'], count($sectors))] - $before[$first];
            self::refuseTooLarge($bytes, $held, 'a partition');
            $partitions[] = [
                'name' => BootHeader::text(substr($row, 0, 36)) ?? '',
                'sizeBytes' => $held * self::SECTOR,
                'group' => $groups[$p['group']]['name'] ?? '',
            ];
        }
        $devices = array_map(
            static fn(string $row): array => [
                'first' => self::fields('Pfirst', $row)['first'],
                'size' => self::fields('Psize', substr($row, 16))['size'],
            ],
            $rows['devices'],
        );
        foreach ($devices as $device) {
            self::refuseTooLarge($bytes, $device['first'], 'a device');
            self::refuseTooLarge($bytes, intdiv($device['size'], self::SECTOR), 'a device');
        }

        return ['partitions' => $partitions, 'groups' => $groups, 'devices' => $devices];
    }

    private static function refuseTooLarge(Bytes $bytes, int $sectors, string $of): void
    {
        if ($sectors < 0 || $sectors > self::MOST_SECTORS) {
            throw PackageError::malformed(
                $bytes->path,
                'super layout',
                "It claims {$sectors} sectors for {$of}",
                'at most ' . self::MOST_SECTORS,
            );
        }
    }

    /**
     * @return array<string, int>
     */
    private static function fields(string $format, string $row): array
    {
        /** @var array<string, int> */
        return unpack($format, $row) ?: [];
    }
}

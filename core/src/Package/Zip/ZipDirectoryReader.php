<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Package\Archive\EntryName;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;

/** Reads the directory at the end of a zip, and refuses one that lies about the file. */
final class ZipDirectoryReader
{
    private const END_64 = "PK\x06\x06";

    private const LOCATOR_64 = "PK\x06\x07";

    private const CENTRAL = "PK\x01\x02";

    /** Extra fields of one entry; packing tools write up to five. */
    private const MOST_EXTRA_FIELDS = 64;

    private const UNKNOWN_32 = 0xffffffff;

    /**
     * @return array{int, int, int} entries, directory size and directory offset in bytes
     */
    public static function end(Bytes $bytes): array
    {
        $tailLength = min($bytes->size, 65_557);
        $tail = $bytes->read($bytes->size - $tailLength, $tailLength);
        $at = strrpos($tail, ZipDirectory::END);
        if ($at === false || strlen($tail) - $at < 22) {
            throw PackageError::noDirectory($bytes->path, $bytes->size);
        }
        $end = self::fields('vdisk/vcdisk/vhere/vcount/Vsize/Voffset', substr($tail, $at + 4, 16));
        $count = $end['count'];
        $size = $end['size'];
        $offset = $end['offset'];
        $endOffset = $bytes->size - $tailLength + $at;
        if ($count === 0xffff || $size === self::UNKNOWN_32 || $offset === self::UNKNOWN_32) {
            if ($endOffset < 20 || $bytes->read($endOffset - 20, 4) !== self::LOCATOR_64) {
                throw PackageError::malformed(
                    $bytes->path,
                    "byte {$endOffset}",
                    'The directory needs its 64-bit end record, which is missing',
                    'a zip64 locator before the end record',
                );
            }
            $where = self::fields('Pat', $bytes->read($endOffset - 20 + 8, 8))['at'];
            $record = $bytes->read($where, 56);
            if (!str_starts_with($record, self::END_64)) {
                throw PackageError::malformed(
                    $bytes->path,
                    "byte {$where}",
                    'The 64-bit end record is not where its locator points',
                    'a zip64 end record',
                );
            }
            ['count' => $count, 'size' => $size, 'offset' => $offset] = self::fields(
                'Pcount/Psize/Poffset',
                substr($record, 32, 24),
            );
        }
        if ($offset < 0 || $size < 0 || $offset + $size > $endOffset) {
            throw PackageError::hostile(
                $bytes->path,
                'end of directory',
                "The directory claims to lie at byte {$offset} with {$size} bytes, which is not before its own end",
            );
        }

        return [$count, $size, $offset];
    }

    /**
     * @return array{ZipEntry, int} the entry and the length of its record
     */
    public static function entry(Bytes $bytes, string $table, int $position, int $base): array
    {
        if (substr($table, $position, 4) !== self::CENTRAL || strlen($table) - $position < 46) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($base + $position),
                'The directory has fewer entries than it claims',
                'a directory record',
            );
        }
        $r = self::fields(
            'vmade/vneeds/vflags/vmethod/vtime/vdate/Vcrc/Vpacked/Vsize/' .
                'vname/vextra/vcomment/vdisk/vinternal/Vexternal/Vheader',
            substr($table, $position + 4, 42),
        );
        $name = substr($table, $position + 46, $r['name']);
        EntryName::refuse($bytes->path, $name, 'byte ' . ($base + $position));
        if ((($r['external'] >> 16) & 0xf000) === 0xa000) {
            throw PackageError::hostile($bytes->path, "entry {$name}", 'The entry is a link');
        }
        if (!in_array($r['method'], [ZipEntry::STORED, ZipEntry::DEFLATED], true)) {
            throw PackageError::malformed(
                $bytes->path,
                "entry {$name}",
                "The entry is packed by method {$r['method']}",
                'stored or deflated',
            );
        }
        [$size, $packed, $header] = self::wide(
            $r['size'],
            $r['packed'],
            $r['header'],
            substr($table, $position + 46 + $r['name'], $r['extra']),
        );

        return [
            new ZipEntry($name, $r['method'], $packed, $size, $r['crc'], $header),
            46 + $r['name'] + $r['extra'] + $r['comment'],
        ];
    }

    /**
     * Takes the 64-bit values out of the extra field (id 1) where the 32-bit ones are full.
     *
     * @return array{int, int, int}
     */
    private static function wide(int $size, int $packed, int $header, string $extra): array
    {
        if (!in_array(self::UNKNOWN_32, [$size, $packed, $header], true)) {
            return [$size, $packed, $header];
        }
        $count = 0;
        for ($i = 0; $i + 4 <= strlen($extra) && $count++ < self::MOST_EXTRA_FIELDS; $i += 4 + $field['length']) {
            $field = self::fields('vid/vlength', substr($extra, $i, 4));
            if ($field['id'] !== 1) {
                continue;
            }
            $numbers = substr($extra, $i + 4, min(24, intdiv($field['length'], 8) * 8));
            if ($numbers === '') {
                continue;
            }
            $wide = array_values(self::fields('P*', $numbers));
            $size = $size === self::UNKNOWN_32 ? array_shift($wide) ?? $size : $size;
            $packed = $packed === self::UNKNOWN_32 ? array_shift($wide) ?? $packed : $packed;
            $header = $header === self::UNKNOWN_32 ? array_shift($wide) ?? $header : $header;
        }

        return [$size, $packed, $header];
    }

    /**
     * @param  array<string, ZipEntry>  $entries
     */
    public static function refuseOverlaps(Bytes $bytes, array $entries, int $directoryOffset): void
    {
        usort($entries, static fn(ZipEntry $a, ZipEntry $b): int => $a->headerOffset <=> $b->headerOffset);
        $free = 0;
        foreach ($entries as $entry) {
            if ($entry->headerOffset < $free) {
                throw PackageError::hostile($bytes->path, "entry {$entry->name}", 'Two entries overlap');
            }
            $outside =
                $entry->packedBytes < 0 ||
                $entry->packedBytes > $directoryOffset ||
                $entry->headerOffset > $directoryOffset;
            $free = $outside ? 0 : $entry->headerOffset + 30 + strlen($entry->name) + $entry->packedBytes;
            if ($outside || $entry->sizeBytes < 0 || $free > $directoryOffset) {
                throw PackageError::hostile(
                    $bytes->path,
                    "entry {$entry->name}",
                    'The entry claims bytes beyond the place of the directory',
                );
            }
        }
    }

    /**
     * @return array<string, int>
     */
    public static function fields(string $format, string $data): array
    {
        /** @var array<string, int> $fields */
        $fields = unpack($format, $data);

        return $fields;
    }
}

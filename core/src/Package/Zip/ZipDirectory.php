<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Package\Archive\EntryName;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\WithoutWarnings;

/**
 * The central directory of a zip, read without unpacking anything.
 *
 * Source of the layout: the public zip specification (records 4.3.7, 4.3.12, 4.3.14 to 4.3.16), little-endian.
 * Refuses what no honest packing tool writes: climbing or absolute paths, links, overlapping or
 * endless entries, sizes that leave the file, control characters in names.
 */
final readonly class ZipDirectory
{
    public const MOST_ENTRIES = 20_000;

    private const LARGEST_TABLE_BYTES = 16 << 20;

    /** Extra fields of one entry; packing tools write up to five. */
    private const MOST_EXTRA_FIELDS = 64;

    /** Bytes of packed data that are unpacked at once; they become at most a thousand times as many. */
    private const PIECE = 16 << 10;

    private const END = "PK\x05\x06";

    private const END_64 = "PK\x06\x06";

    private const LOCATOR_64 = "PK\x06\x07";

    private const CENTRAL = "PK\x01\x02";

    private const LOCAL = "PK\x03\x04";

    private const UNKNOWN_32 = 0xffffffff;

    /**
     * @param  array<string, ZipEntry>  $entries  by name
     */
    private function __construct(private Bytes $bytes, public array $entries) {}

    public static function looksLikeOne(Bytes $bytes): bool
    {
        return in_array($bytes->head(4), [self::LOCAL, self::END], true);
    }

    /**
     * @throws PackageError when the directory is missing, lies or is hostile
     */
    public static function of(Bytes $bytes): self
    {
        [$count, $size, $offset] = self::end($bytes);
        if ($count > self::MOST_ENTRIES) {
            throw PackageError::hostile(
                $bytes->path,
                'end of directory',
                "The archive claims {$count} entries; more than " . self::MOST_ENTRIES . ' are never needed',
            );
        }
        if ($size > self::LARGEST_TABLE_BYTES) {
            throw PackageError::hostile(
                $bytes->path,
                'end of directory',
                "The directory claims {$size} bytes; more than " . self::LARGEST_TABLE_BYTES . ' are never needed',
            );
        }
        $table = $bytes->read($offset, $size);
        $entries = [];
        $position = 0;
        for ($i = 0; $i < $count; $i++) {
            [$entry, $length] = self::entry($bytes, $table, $position, $offset);
            if (isset($entries[$entry->name])) {
                throw PackageError::hostile($bytes->path, "entry {$entry->name}", 'Two entries have the same name');
            }
            $entries[$entry->name] = $entry;
            $position += $length;
        }
        self::refuseOverlaps($bytes, $entries, $offset);

        return new self($bytes, $entries);
    }

    /**
     * @return array{int, int, int} entries, directory size and directory offset in bytes
     */
    private static function end(Bytes $bytes): array
    {
        $tailLength = min($bytes->size, 65_557);
        $tail = $bytes->read($bytes->size - $tailLength, $tailLength);
        $at = strrpos($tail, self::END);
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
    private static function entry(Bytes $bytes, string $table, int $position, int $base): array
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
    private static function refuseOverlaps(Bytes $bytes, array $entries, int $directoryOffset): void
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

    public function path(): string
    {
        return $this->bytes->path;
    }

    /** Where the packed bytes of an entry begin in the file. */
    public function dataOffset(ZipEntry $entry): int
    {
        return $this->packedAt($entry);
    }

    public function find(string $name): ?ZipEntry
    {
        return $this->entries[$name] ?? null;
    }

    /**
     * The stored bytes of an entry that is not compressed, without reading them.
     *
     * @throws PackageError when the entry is compressed or its header disagrees
     */
    public function stored(ZipEntry $entry): Bytes
    {
        if ($entry->method !== ZipEntry::STORED) {
            throw PackageError::malformed(
                $this->bytes->path,
                "entry {$entry->name}",
                'The entry is compressed',
                'an entry that is stored as it is',
            );
        }

        return $this->packed($entry);
    }

    /**
     * The content of a small entry, unpacked and checked.
     *
     * @throws PackageError when it is larger than $most bytes, or does not unpack to what the directory says
     */
    public function contents(ZipEntry $entry, int $most = 4 << 20): string
    {
        if ($entry->sizeBytes > $most) {
            throw PackageError::hostile(
                $this->bytes->path,
                "entry {$entry->name}",
                "The entry claims {$entry->sizeBytes} bytes where at most {$most} make sense",
            );
        }
        $packed = $this->packed($entry);
        $data = $packed->read(0, $packed->size);
        if ($entry->method === ZipEntry::DEFLATED) {
            $data = WithoutWarnings::call(static fn(): string|false => gzinflate($data, $entry->sizeBytes + 1));
        }
        if ($data === false || strlen($data) !== $entry->sizeBytes || crc32($data) !== $entry->crc32) {
            throw $this->otherContent($entry);
        }

        return $data;
    }

    /**
     * The content of an entry of any size, unpacked piece by piece; what it adds up to is checked at the end.
     *
     * @return \Generator<int, string>
     *
     * @throws PackageError when it does not unpack to what the directory says
     */
    public function pieces(ZipEntry $entry): \Generator
    {
        $packed = $this->packed($entry);
        $inflate = $entry->method === ZipEntry::DEFLATED ? inflate_init(ZLIB_ENCODING_RAW) : null;
        $sum = hash_init('crc32b');
        $length = 0;
        for ($at = 0; $at < $packed->size; $at += self::PIECE) {
            $piece = $packed->read($at, min(self::PIECE, $packed->size - $at));
            if ($inflate instanceof \InflateContext) {
                $piece = WithoutWarnings::call(static fn(): string|false => inflate_add($inflate, $piece));
            }
            $length += $piece === false ? 0 : strlen($piece);
            if ($piece === false || $length > $entry->sizeBytes) {
                throw $this->otherContent($entry);
            }
            hash_update($sum, $piece);
            yield $piece;
        }
        if ($length !== $entry->sizeBytes || hash_final($sum) !== sprintf('%08x', $entry->crc32)) {
            throw $this->otherContent($entry);
        }
    }

    private function otherContent(ZipEntry $entry): PackageError
    {
        return PackageError::malformed(
            $this->bytes->path,
            "entry {$entry->name}",
            'The entry does not unpack to what the directory says',
            "{$entry->sizeBytes} bytes with the listed check value",
        );
    }

    private function packed(ZipEntry $entry): Bytes
    {
        return $this->bytes->slice($this->packedAt($entry), $entry->packedBytes);
    }

    private function packedAt(ZipEntry $entry): int
    {
        $header = $this->bytes->read($entry->headerOffset, 30);
        if (!str_starts_with($header, self::LOCAL)) {
            throw PackageError::malformed(
                $this->bytes->path,
                "byte {$entry->headerOffset}",
                "The entry {$entry->name} is not where the directory says",
                'a local file header',
            );
        }
        $lengths = self::fields('vname/vextra', substr($header, 26, 4));
        if ($this->bytes->read($entry->headerOffset + 30, $lengths['name']) !== $entry->name) {
            throw PackageError::hostile(
                $this->bytes->path,
                "byte {$entry->headerOffset}",
                "The entry {$entry->name} has another name in its own header",
            );
        }

        return $entry->headerOffset + 30 + $lengths['name'] + $lengths['extra'];
    }

    /**
     * @return array<string, int>
     */
    private static function fields(string $format, string $data): array
    {
        /** @var array<string, int> $fields */
        $fields = unpack($format, $data);

        return $fields;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

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

    /** Bytes of packed data that are unpacked at once; they become at most a thousand times as many. */
    private const PIECE = 16 << 10;

    public const END = "PK\x05\x06";

    public const LOCAL = "PK\x03\x04";

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
        [$count, $size, $offset] = ZipDirectoryReader::end($bytes);
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
            [$entry, $length] = ZipDirectoryReader::entry($bytes, $table, $position, $offset);
            if (isset($entries[$entry->name])) {
                throw PackageError::hostile($bytes->path, "entry {$entry->name}", 'Two entries have the same name');
            }
            $entries[$entry->name] = $entry;
            $position += $length;
        }
        ZipDirectoryReader::refuseOverlaps($bytes, $entries, $offset);

        return new self($bytes, $entries);
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
        $lengths = ZipDirectoryReader::fields('vname/vextra', substr($header, 26, 4));
        if ($this->bytes->read($entry->headerOffset + 30, $lengths['name']) !== $entry->name) {
            throw PackageError::hostile(
                $this->bytes->path,
                "byte {$entry->headerOffset}",
                "The entry {$entry->name} has another name in its own header",
            );
        }

        return $entry->headerOffset + 30 + $lengths['name'] + $lengths['extra'];
    }
}

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

/**
 * A sparse image: a header and chunks of raw data, filler, nothing, or a checksum, little-endian.
 *
 * Source: the open platform's sparse image format, major version 1.
 */
final class SparseImageReader implements PackageReader
{
    public const MAGIC = "\x3a\xff\x26\xed";

    public const RAW = 0xcac1;

    public const FILL = 0xcac2;

    public const SKIP = 0xcac3;

    public const CHECKSUM = 0xcac4;

    private const MOST_CHUNKS = 1_000_000;

    /** Chunk headers lie far apart; they are read in pieces where they lie close. */
    private const PIECE = 1 << 16;

    public function recognises(Bytes $bytes): bool
    {
        return $bytes->head(4) === self::MAGIC;
    }

    public function read(Bytes $bytes): Reading
    {
        /**
         * @var array{
         *     major: int,
         *     minor: int,
         *     header: int,
         *     chunkHeader: int,
         *     block: int,
         *     blocks: int,
         *     chunks: int,
         *     crc: int
         * } $h
         */
        $h = unpack('vmajor/vminor/vheader/vchunkHeader/Vblock/Vblocks/Vchunks/Vcrc', $bytes->read(4, 24));
        if ($h['major'] !== 1) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 4',
                "The sparse image has major version {$h['major']}",
                'major version 1',
            );
        }
        if (
            $h['header'] < 28 ||
            $h['chunkHeader'] < 12 ||
            $h['block'] < 4 ||
            $h['block'] % 4 !== 0 ||
            $h['block'] > 1 << 20
        ) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 8',
                "Headers of {$h['header']} and {$h['chunkHeader']} bytes, blocks of {$h['block']}",
                'headers of 28 and 12 bytes or more, blocks in multiples of 4',
            );
        }
        if ($h['chunks'] > self::MOST_CHUNKS || $h['chunks'] * $h['chunkHeader'] > $bytes->size) {
            throw PackageError::hostile(
                $bytes->path,
                'byte 20',
                "The sparse image claims {$h['chunks']} chunks in {$bytes->size} bytes",
            );
        }
        [$blocks, $first, $checksum, $raw] = self::walk($bytes, $h);
        if ($blocks !== $h['blocks']) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 16',
                "The header claims {$h['blocks']} blocks, the chunks make {$blocks}",
                'chunks that make up the whole image',
            );
        }
        $facts = [
            Fact::of(Field::EXPANDED, $blocks * $h['block'], Source::File, 'sparse chunks'),
            Fact::of(Field::BLOCK_SIZE, $h['block'], Source::File, 'sparse header'),
            Fact::of(Field::CHUNKS, $h['chunks'], Source::File, 'sparse header'),
            Fact::of(Field::CHECKSUM_CHUNK, $checksum, Source::File, 'sparse chunks'),
        ];
        $inner = $first === null ? [] : self::inner($bytes, $first, $raw);

        return new Reading(Container::Sparse, [...$facts, ...$inner], [new PartitionImage('', $blocks * $h['block'])]);
    }

    /**
     * @param  array{header: int, chunkHeader: int, block: int, chunks: int}  $h
     * @return array{int, ?int, bool, int} blocks, offset of the first raw data where the image begins with it,
     *     whether there is a checksum, length of that data
     */
    private static function walk(Bytes $bytes, array $h): array
    {
        $at = $h['header'];
        $blocks = 0;
        $first = null;
        $raw = 0;
        $checksum = false;
        $piece = '';
        $pieceAt = -1;
        for ($i = 0; $i < $h['chunks']; $i++) {
            if ($pieceAt < 0 || $at < $pieceAt || $at + 12 > $pieceAt + strlen($piece)) {
                $pieceAt = $at;
                $piece = $bytes->read($at, min(self::PIECE, max(12, $bytes->size - $at)));
            }
            /** @var array{type: int, blocks: int, total: int} $c */
            $c = unpack('vtype/x2/Vblocks/Vtotal', $piece, $at - $pieceAt);
            $body = $c['total'] - $h['chunkHeader'];
            $expected = match ($c['type']) {
                self::RAW => $c['blocks'] * $h['block'],
                self::FILL, self::CHECKSUM => 4,
                self::SKIP => 0,
                default => throw PackageError::malformed(
                    $bytes->path,
                    "byte {$at}",
                    sprintf('Chunk %d has the unknown type 0x%04x', $i + 1, $c['type']),
                    'raw, fill, skip or checksum',
                ),
            };
            if ($body !== $expected) {
                throw PackageError::malformed(
                    $bytes->path,
                    "byte {$at}",
                    'Chunk ' . ($i + 1) . " claims {$c['total']} bytes for {$c['blocks']} blocks",
                    $expected + $h['chunkHeader'] . ' bytes',
                );
            }
            if ($at + $c['total'] > $bytes->size) {
                throw PackageError::truncated($bytes->path, $at, $c['total'], $bytes->size);
            }
            if ($i === 0 && $c['type'] === self::RAW) {
                $first = $at + $h['chunkHeader'];
                $raw = $body;
            }
            $checksum = $checksum || $c['type'] === self::CHECKSUM;
            $blocks += $c['type'] === self::CHECKSUM ? 0 : $c['blocks'];
            $at += $c['total'];
        }

        return [$blocks, $first, $checksum, $raw];
    }

    /**
     * What the image is once expanded, from its first raw data.
     *
     * @return list<Fact>
     */
    private static function inner(Bytes $bytes, int $at, int $length): array
    {
        $reader = new FileSystemReader();
        $head = Bytes::ofString($bytes->read($at, min($length, 8192)), $bytes->path);
        if (!$reader->recognises($head)) {
            return [];
        }
        try {
            return $reader->read($head)->facts;
        } catch (PackageError) {
            // The superblock's size is larger than the part that was looked at; only its kind is taken.
            return [
                Fact::of(
                    Field::IMAGE_FORMAT,
                    FileSystemReader::name($head),
                    Source::File,
                    'superblock in the first chunk',
                ),
            ];
        }
    }
}

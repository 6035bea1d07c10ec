<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\WithoutWarnings;

/**
 * Writes a sparse image out as it lies on a partition. What it leaves out is left as a hole, which reads as zeros.
 *
 * Source: the open platform's sparse image format, major version 1.
 */
final class SparseExpander
{
    private const PIECE = 1 << 20;

    /**
     * @param  resource  $out
     * @param  ?callable(int $doneBytes, int $sizeBytes): void  $progress
     * @return int bytes of the image
     *
     * @throws PackageError
     */
    public static function expand(Bytes $bytes, $out, string $to, int $most, ?callable $progress = null): int
    {
        // Reads every chunk header once, so that nothing is written of an image that is not whole.
        $size = (new SparseImageReader())->read($bytes)->images[0]->sizeBytes;
        if ($size > $most) {
            throw PackageError::noRoom($to, $size);
        }
        /** @var array{header: int, chunkHeader: int, block: int, blocks: int, chunks: int} $h */
        $h = unpack('vheader/vchunkHeader/Vblock/Vblocks/Vchunks', $bytes->read(8, 16));
        $at = $h['header'];
        $place = 0;
        for ($i = 0; $i < $h['chunks']; $i++) {
            /** @var array{type: int, blocks: int, total: int} $c */
            $c = unpack('vtype/x2/Vblocks/Vtotal', $bytes->read($at, 12));
            $body = $at + $h['chunkHeader'];
            $length = $c['blocks'] * $h['block'];
            match ($c['type']) {
                SparseImageReader::RAW => self::copy($bytes, $body, $length, $out, $place, $to),
                SparseImageReader::FILL => self::fill($bytes->read($body, 4), $length, $out, $place, $to),
                default => null,
            };
            $place += $c['type'] === SparseImageReader::CHECKSUM ? 0 : $length;
            $at += $c['total'];
            $progress === null ?: $progress($place, $size);
        }
        if (!WithoutWarnings::call(static fn(): bool => ftruncate($out, max(0, $size)))) {
            throw PackageError::noRoom($to, $size);
        }

        return $size;
    }

    /** @param  resource  $out */
    private static function copy(Bytes $bytes, int $from, int $length, $out, int $place, string $to): void
    {
        for ($done = 0; $done < $length; $done += self::PIECE) {
            $piece = $bytes->read($from + $done, min(self::PIECE, $length - $done));
            self::write($piece, $out, $place + $done, $to);
        }
    }

    /** @param  resource  $out */
    private static function fill(string $word, int $length, $out, int $place, string $to): void
    {
        if ($word === "\0\0\0\0") {
            return;
        }
        for ($done = 0; $done < $length; $done += self::PIECE) {
            $piece = str_repeat($word, intdiv(min(self::PIECE, $length - $done), 4));
            self::write($piece, $out, $place + $done, $to);
        }
    }

    /** @param  resource  $out */
    private static function write(string $piece, $out, int $place, string $to): void
    {
        fseek($out, $place);
        if (WithoutWarnings::call(static fn(): int|false => fwrite($out, $piece)) !== strlen($piece)) {
            throw PackageError::noRoom($to, $place + strlen($piece));
        }
    }
}

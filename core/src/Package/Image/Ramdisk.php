<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Package\Archive\UnpackingTool;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\WithoutWarnings;

/**
 * The first file system of a boot image: a cpio archive ("newc" form), plain or compressed by gzip or lz4.
 *
 * lz4 needs the tool of that name (Debian: lz4).
 */
final class Ramdisk
{
    private const MOST_BYTES = 96 << 20;

    private const MOST_PACKED_BYTES = 48 << 20;

    /** It unpacks to at most a thousand times as much. */
    private const PIECE = 4 << 10;

    /** Where a recovery's own program lies. */
    private const RECOVERY = ['sbin/recovery', 'system/bin/recovery'];

    /** Null where the ramdisk cannot be read here. */
    public static function holdsRecovery(Bytes $ramdisk): ?bool
    {
        $pieces = self::unpacked($ramdisk);
        if ($pieces === null || !$pieces->valid() || !str_starts_with($pieces->current(), CpioNames::MAGIC)) {
            return null;
        }
        foreach (CpioNames::in($pieces, self::MOST_BYTES) as $name) {
            if (in_array(ltrim($name, './'), self::RECOVERY, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return ?\Generator<int, string> null where it is packed in a way that cannot be read here
     */
    private static function unpacked(Bytes $ramdisk): ?\Generator
    {
        $head = $ramdisk->head(6);

        return match (true) {
            $head === CpioNames::MAGIC => self::pieces($ramdisk),
            str_starts_with($head, "\x1f\x8b") => self::inflated($ramdisk),
            in_array(substr($head, 0, 4), ["\x02\x21\x4c\x18", "\x04\x22\x4d\x18"], true) &&
                UnpackingTool::exists('lz4')
                => UnpackingTool::pieces(
                UnpackingTool::unpacking('lz4'),
                $ramdisk->read(0, min($ramdisk->size, self::MOST_PACKED_BYTES)),
            ),
            default => null,
        };
    }

    /**
     * @return \Generator<int, string>
     */
    private static function pieces(Bytes $bytes): \Generator
    {
        for ($at = 0; $at < $bytes->size; $at += self::PIECE) {
            yield $bytes->read($at, min(self::PIECE, $bytes->size - $at));
        }
    }

    /**
     * @return \Generator<int, string> as much as unpacks
     */
    private static function inflated(Bytes $bytes): \Generator
    {
        $context = inflate_init(ZLIB_ENCODING_GZIP);
        if ($context === false) {
            return;
        }
        foreach (self::pieces($bytes) as $piece) {
            $plain = WithoutWarnings::call(static fn(): string|false => inflate_add($context, $piece));
            if ($plain === false) {
                return;
            }
            yield $plain;
        }
    }
}

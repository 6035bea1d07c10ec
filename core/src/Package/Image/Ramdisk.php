<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Package\Archive\Tool;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Quietly;

/**
 * The first file system of a boot image: a cpio archive ("newc" form), plain or compressed by gzip or lz4.
 *
 * lz4 needs the tool of that name (Debian: lz4).
 */
final class Ramdisk
{
    private const CPIO_MAGIC = '070701';

    private const MOST_BYTES = 96 << 20;

    /** Where a recovery's own program lies. */
    private const RECOVERY = ['sbin/recovery', 'system/bin/recovery'];

    /** Null where the ramdisk cannot be read here. */
    public static function holdsRecovery(Bytes $ramdisk): ?bool
    {
        $packed = $ramdisk->read(0, min($ramdisk->size, 48 << 20));
        $plain = match (true) {
            str_starts_with($packed, self::CPIO_MAGIC) => $packed,
            str_starts_with($packed, "\x1f\x8b") => Quietly::call(static fn (): string|false => gzdecode($packed, self::MOST_BYTES)),
            in_array(substr($packed, 0, 4), ["\x02\x21\x4c\x18", "\x04\x22\x4d\x18"], true) && Tool::exists('lz4') => Tool::filter(['lz4', '-dc'], $packed, self::MOST_BYTES) ?? false,
            default => false,
        };
        if ($plain === false || ! str_starts_with($plain, self::CPIO_MAGIC)) {
            return null;
        }
        foreach (self::names($plain) as $name) {
            if (in_array(ltrim($name, './'), self::RECOVERY, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return \Generator<int, string>
     */
    private static function names(string $cpio): \Generator
    {
        $pad = static fn (int $at): int => ($at + 3) & ~3;
        for ($at = 0; substr($cpio, $at, 6) === self::CPIO_MAGIC && strlen($cpio) >= $at + 110;) {
            $size = (int) hexdec((string) preg_replace('/[^0-9a-fA-F]/', '0', substr($cpio, $at + 54, 8)));
            $length = (int) hexdec((string) preg_replace('/[^0-9a-fA-F]/', '0', substr($cpio, $at + 94, 8)));
            if ($length > 4096) {
                return;
            }
            $name = rtrim(substr($cpio, $at + 110, $length), "\0");
            if ($name === 'TRAILER!!!') {
                return;
            }
            yield $name;
            $at = $pad($pad($at + 110 + $length) + $size);
        }
    }
}

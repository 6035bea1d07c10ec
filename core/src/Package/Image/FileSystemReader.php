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
 * A raw file system image, told by its superblock at byte 1024: ext4, f2fs or erofs, all little-endian.
 *
 * Source: the kernel's published on-disk formats of the three.
 */
final class FileSystemReader implements PackageReader
{
    private const SUPERBLOCK = 1024;

    private const EXT4_MAGIC = "\x53\xef";

    private const F2FS_MAGIC = "\x10\x20\xf5\xf2";

    private const EROFS_MAGIC = "\xe2\xe1\xf5\xe0";

    public function recognises(Bytes $bytes): bool
    {
        return self::kind($bytes) !== null;
    }

    public function read(Bytes $bytes): Reading
    {
        $kind = self::kind($bytes) ?? throw PackageError::unknownKind($bytes->path, bin2hex($bytes->head(8)));
        [$size, $name, $block] = match ($kind) {
            'ext4' => self::ext4($bytes),
            'f2fs' => self::f2fs($bytes),
            default => self::erofs($bytes),
        };
        if ($size > $bytes->size) {
            throw PackageError::truncated($bytes->path, $bytes->size, $size - $bytes->size, $bytes->size);
        }
        $facts = [
            Fact::of(Field::IMAGE_FORMAT, $kind, Source::File, 'superblock'),
            Fact::of(Field::EXPANDED, $size, Source::File, 'superblock'),
            Fact::of(Field::BLOCK_SIZE, $block, Source::File, 'superblock'),
        ];
        if ($name !== null) {
            $facts[] = Fact::of(Field::VOLUME, $name, Source::File, 'superblock');
        }

        return new Reading(Container::FileSystem, $facts, [new PartitionImage(ltrim($name ?? '', '/'), $bytes->size)]);
    }

    /** "ext4", "f2fs" or "erofs"; null where it is none of them. */
    public static function name(Bytes $bytes): ?string
    {
        return self::kind($bytes);
    }

    private static function kind(Bytes $bytes): ?string
    {
        if ($bytes->size < self::SUPERBLOCK + 128) {
            return null;
        }
        $head = $bytes->read(self::SUPERBLOCK, 64);

        return match (true) {
            substr($head, 56, 2) === self::EXT4_MAGIC => 'ext4',
            str_starts_with($head, self::F2FS_MAGIC) => 'f2fs',
            str_starts_with($head, self::EROFS_MAGIC) => 'erofs',
            default => null,
        };
    }

    /**
     * @return array{int, ?string, int} bytes, volume name, block size
     */
    private static function ext4(Bytes $bytes): array
    {
        $at = self::SUPERBLOCK;
        /** @var array{blocks: int, log: int} $s */
        $s = unpack('Vblocks', $bytes->read($at + 4, 4)) + unpack('Vlog', $bytes->read($at + 24, 4));
        /** @var array{features: int} $f */
        $f = unpack('Vfeatures', $bytes->read($at + 96, 4));
        if ($s['log'] > 6) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($at + 24),
                'The block size is 2 to the power of ' . (10 + $s['log']),
                'at most 65536 bytes',
            );
        }
        $blocks = $s['blocks'];
        if (($f['features'] & 0x80) !== 0 && $bytes->size > $at + 0x154) {
            /** @var array{high: int} $wide */
            $wide = unpack('Vhigh', $bytes->read($at + 0x150, 4));
            $blocks += $wide['high'] << 32;
        }
        $mounted = BootHeader::text($bytes->read($at + 136, min(64, $bytes->size - $at - 136)));

        return [
            self::size($bytes, $blocks, 1024 << $s['log']),
            BootHeader::text($bytes->read($at + 120, 16)) ?? $mounted,
            1024 << $s['log'],
        ];
    }

    /**
     * @return array{int, ?string, int}
     */
    private static function f2fs(Bytes $bytes): array
    {
        $at = self::SUPERBLOCK;
        /** @var array{log: int} $s */
        $s = unpack('Vlog', $bytes->read($at + 16, 4));
        /** @var array{blocks: int} $b */
        $b = unpack('Pblocks', $bytes->read($at + 36, 8));
        if ($s['log'] < 9 || $s['log'] > 16) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($at + 16),
                "The block size is 2 to the power of {$s['log']}",
                '512 to 65536 bytes',
            );
        }
        $name =
            $bytes->size >= $at + 124 + 1024
                ? mb_convert_encoding(explode("\0\0", $bytes->read($at + 124, 64))[0] . "\0", 'UTF-8', 'UTF-16LE')
                : '';

        return [self::size($bytes, $b['blocks'], 1 << $s['log']), BootHeader::text($name), 1 << $s['log']];
    }

    /**
     * @return array{int, ?string, int}
     */
    private static function erofs(Bytes $bytes): array
    {
        $at = self::SUPERBLOCK;
        /** @var array{log: int} $s */
        $s = unpack('Clog', $bytes->read($at + 12, 1));
        /** @var array{blocks: int} $b */
        $b = unpack('Vblocks', $bytes->read($at + 36, 4));
        if ($s['log'] < 9 || $s['log'] > 16) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . ($at + 12),
                "The block size is 2 to the power of {$s['log']}",
                '512 to 65536 bytes',
            );
        }

        return [
            self::size($bytes, $b['blocks'], 1 << $s['log']),
            BootHeader::text($bytes->read($at + 64, 16)),
            1 << $s['log'],
        ];
    }

    private static function size(Bytes $bytes, int $blocks, int $block): int
    {
        if ($blocks <= 0 || $blocks > intdiv(PHP_INT_MAX, $block)) {
            throw PackageError::malformed(
                $bytes->path,
                'byte ' . self::SUPERBLOCK,
                "The superblock claims {$blocks} blocks",
                'a number of blocks that a phone can hold',
            );
        }

        return $blocks * $block;
    }
}

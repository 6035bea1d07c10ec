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
 * A boot image, header versions 0 to 4, little-endian.
 *
 * Source: the open platform's boot image header. Versions 3 and 4 have a fixed page of 4096 bytes.
 */
final class BootImageReader implements PackageReader
{
    public const MAGIC = 'ANDROID!';

    private const PAGE = 4096;

    public function recognises(Bytes $bytes): bool
    {
        return $bytes->head(8) === self::MAGIC;
    }

    public function read(Bytes $bytes): Reading
    {
        /** @var array{version: int} $at */
        $at = unpack('Vversion', $bytes->read(40, 4));
        $version = $at['version'];
        if ($version > 4) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 40',
                "The boot image has header version {$version}",
                'a version from 0 to 4',
            );
        }
        /** @var array{kernel: int, ramdisk: int, os: int, page?: int} $header */
        $header =
            $version >= 3
                ? unpack('Vkernel/Vramdisk/Vos', $bytes->read(8, 12))
                : unpack('Vkernel/Vkaddr/Vramdisk/Vraddr/Vsecond/Vsaddr/Vtags/Vpage/Vversion/Vos', $bytes->read(8, 40));
        $page = $header['page'] ?? self::PAGE;
        if ($page < 1024 || $page > 65_536 || ($page & ($page - 1)) !== 0) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 36',
                "The page size is {$page} bytes",
                'a power of two from 1024 to 65536',
            );
        }
        $needed = $page + self::pages($header['kernel'], $page) + $header['ramdisk'];
        if ($needed > $bytes->size) {
            throw PackageError::truncated($bytes->path, $page, $needed - $page, $bytes->size);
        }
        $line = BootHeader::text($version >= 3 ? $bytes->read(44, 1536) : $bytes->read(64, 512));
        $facts = [
            // The same format serves boot, recovery and others; only an image without a kernel has one place.
            $header['kernel'] > 0
                ? Fact::of(Field::PARTITION, 'boot', Source::Assumed, 'where such an image mostly goes')
                : Fact::of(Field::PARTITION, 'init_boot', Source::File, 'boot header'),
            Fact::of(Field::HEADER_VERSION, $version, Source::File, 'boot header'),
            Fact::of(Field::PAGE_SIZE, $page, Source::File, 'boot header'),
            Fact::of(Field::KERNEL_BYTES, $header['kernel'], Source::File, 'boot header'),
            Fact::of(Field::RAMDISK_BYTES, $header['ramdisk'], Source::File, 'boot header'),
            ...self::recovery($bytes, $page + self::pages($header['kernel'], $page), $header['ramdisk']),
            ...BootHeader::releaseFacts($header['os'], 'boot header'),
        ];
        if ($line !== null) {
            $facts[] = Fact::of(Field::COMMAND_LINE, $line, Source::File, 'boot header');
        }

        return new Reading(Container::BootImage, $facts, [new PartitionImage('boot', $bytes->size)]);
    }

    /**
     * Whether the ramdisk carries a recovery, where the ramdisk can be read here.
     *
     * @return list<Fact>
     */
    private static function recovery(Bytes $bytes, int $at, int $ramdiskBytes): array
    {
        $has = $ramdiskBytes === 0 ? false : Ramdisk::holdsRecovery($bytes->slice($at, $ramdiskBytes));

        return $has === null ? [] : [Fact::of(Field::HAS_RECOVERY_RAMDISK, $has, Source::File, 'ramdisk')];
    }

    private static function pages(int $bytes, int $page): int
    {
        return intdiv($bytes + $page - 1, $page) * $page;
    }
}

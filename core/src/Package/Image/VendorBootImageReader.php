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
 * A vendor boot image, header versions 3 and 4, little-endian.
 *
 * Version 4 carries a table of ramdisks; type 2 is the one that a recovery lives in.
 * Source: the open platform's vendor boot header.
 */
final class VendorBootImageReader implements PackageReader
{
    public const MAGIC = 'VNDRBOOT';

    public const TYPE_RECOVERY = 2;

    public const TABLE_ENTRY_BYTES = 108;

    private const MOST_RAMDISKS = 64;

    public function recognises(Bytes $bytes): bool
    {
        return $bytes->head(8) === self::MAGIC;
    }

    public function read(Bytes $bytes): Reading
    {
        /** @var array{version: int, page: int, kaddr: int, raddr: int, ramdisk: int} $header */
        $header = unpack('Vversion/Vpage/Vkaddr/Vraddr/Vramdisk', $bytes->read(8, 20));
        if (!in_array($header['version'], [3, 4], true)) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 8',
                "The vendor boot image has header version {$header['version']}",
                'version 3 or 4',
            );
        }
        $page = $header['page'];
        if ($page < 1024 || $page > 65_536 || ($page & ($page - 1)) !== 0) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 12',
                "The page size is {$page} bytes",
                'a power of two from 1024 to 65536',
            );
        }
        $facts = [
            Fact::of(Field::PARTITION, 'vendor_boot', Source::Assumed, 'where such an image mostly goes'),
            Fact::of(Field::HEADER_VERSION, $header['version'], Source::File, 'vendor boot header'),
            Fact::of(Field::PAGE_SIZE, $page, Source::File, 'vendor boot header'),
            Fact::of(Field::RAMDISK_BYTES, $header['ramdisk'], Source::File, 'vendor boot header'),
        ];
        $line = BootHeader::text($bytes->read(28, 2048));
        if ($line !== null) {
            $facts[] = Fact::of(Field::COMMAND_LINE, $line, Source::File, 'vendor boot header');
        }
        if ($header['version'] === 4) {
            $facts[] = Fact::of(
                Field::HAS_RECOVERY_RAMDISK,
                self::hasRecovery($bytes, $page, $header['ramdisk']),
                Source::File,
                'ramdisk table',
            );
        }

        return new Reading(Container::VendorBootImage, $facts, [new PartitionImage('vendor_boot', $bytes->size)]);
    }

    private static function hasRecovery(Bytes $bytes, int $page, int $ramdiskBytes): bool
    {
        /** @var array{headerBytes: int, dtb: int, low: int, high: int, table: int, count: int, entry: int} $v4 */
        $v4 = unpack('VheaderBytes/Vdtb/Vlow/Vhigh/Vtable/Vcount/Ventry', $bytes->read(2096, 28));
        if (
            $v4['count'] > self::MOST_RAMDISKS ||
            $v4['entry'] < self::TABLE_ENTRY_BYTES ||
            $v4['count'] * $v4['entry'] > $v4['table']
        ) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 2112',
                "The ramdisk table claims {$v4['count']} entries of {$v4['entry']} bytes in {$v4['table']} bytes",
                'a table that holds its entries',
            );
        }
        $pages = static fn(int $size): int => intdiv($size + $page - 1, $page) * $page;
        $table = $bytes->read(
            $pages(max(1, $v4['headerBytes'])) + $pages($ramdiskBytes) + $pages($v4['dtb']),
            $v4['table'],
        );
        for ($i = 0; $i < $v4['count']; $i++) {
            /** @var array{type: int} $row */
            $row = unpack('Vtype', substr($table, $i * $v4['entry'] + 8, 4));
            if ($row['type'] === self::TYPE_RECOVERY) {
                return true;
            }
        }

        return false;
    }
}

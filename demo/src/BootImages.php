<?php

declare(strict_types=1);

namespace Tornavis\Demo;

use Tornavis\Core\Package\Image\BootHeader;
use Tornavis\Core\Package\Image\BootImageReader;
use Tornavis\Core\Package\Image\DeviceTreeTableReader;
use Tornavis\Core\Package\Image\VendorBootImageReader;

/** Makes boot, vendor boot and device tree images with valid headers. */
final class BootImages
{
    private const PAGE = 4096;

    /**
     * Header version 4; the label lies where the kernel would.
     *
     * @param  string  $ramdisk  compressed; "" for none
     */
    public static function boot(ImageContent $kernel, int $release, int $year, int $month, string $ramdisk = ''): string
    {
        $content = $kernel->head();
        $header =
            BootImageReader::MAGIC .
            pack(
                'V9',
                strlen($content),
                strlen($ramdisk),
                BootHeader::pack($release, $year, $month),
                1584,
                0,
                0,
                0,
                0,
                4,
            ) .
            str_pad('console=none', 1536, "\0") .
            pack('V', 0);

        return str_pad($header, self::PAGE, "\0") .
            str_pad($content, intdiv(strlen($content) + self::PAGE - 1, self::PAGE) * self::PAGE, "\0") .
            $ramdisk;
    }

    /** Header version 4 with one platform ramdisk and, where wanted, one for a recovery. */
    public static function vendorBoot(ImageContent $ramdisk, bool $withRecovery): string
    {
        $content = $ramdisk->head();
        $entry = static fn(int $size, int $offset, int $type, string $name): string => pack(
            'V3',
            $size,
            $offset,
            $type,
        ) .
            str_pad($name, 32, "\0") .
            str_repeat("\0", 64);
        $table = $entry(0, 0, 1, 'platform');
        if ($withRecovery) {
            $table .= $entry(strlen($content), 0, VendorBootImageReader::TYPE_RECOVERY, 'recovery');
        }
        $header =
            VendorBootImageReader::MAGIC .
            pack('V5', 4, self::PAGE, 0, 0, strlen($content)) .
            str_pad('', 2048, "\0") .
            pack('V', 0) .
            str_pad('', 16, "\0") .
            pack(
                'V7',
                2128,
                0,
                0,
                0,
                strlen($table),
                intdiv(strlen($table), VendorBootImageReader::TABLE_ENTRY_BYTES),
                VendorBootImageReader::TABLE_ENTRY_BYTES,
            ) .
            pack('V', 0);

        return str_pad($header, self::PAGE, "\0") . $content . str_pad($table, self::PAGE, "\0");
    }

    public static function deviceTreeTable(ImageContent $tree): string
    {
        $content = $tree->head();
        $total = 64 + strlen($content);

        return DeviceTreeTableReader::MAGIC .
            pack('N7', $total, 32, 32, 1, 32, self::PAGE, 0) .
            pack('N8', strlen($content), 64, 0, 0, 0, 0, 0, 0) .
            $content;
    }
}

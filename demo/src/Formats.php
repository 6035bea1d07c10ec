<?php

declare(strict_types=1);

namespace Tornavis\Demo;

use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\Image\SuperLayoutReader;
use Tornavis\Core\Package\Image\VerificationReader;

/** Makes images of the open formats with valid headers. Numbers are little-endian but for the verification header. */
final class Formats
{
    private const BLOCK = 4096;

    /** A file system image of the size given: an ext4 superblock, the content behind it, zeros. */
    public static function ext4(ImageContent $content, string $volume, int $blocks): string
    {
        $superblock = str_repeat("\0", 1024);
        $superblock = substr_replace($superblock, pack('V', $blocks), 4, 4);
        $superblock = substr_replace($superblock, pack('V', 2), 24, 4);
        $superblock = substr_replace($superblock, "\x53\xef", 56, 2);
        $superblock = substr_replace($superblock, str_pad($volume, 16, "\0"), 120, 16);
        $head = str_pad(str_repeat("\0", 1024) . $superblock, self::BLOCK, "\0") . $content->head();

        return str_pad($head, $blocks * self::BLOCK, "\0");
    }

    /**
     * The same image as chunks: raw where there is content, filler where it repeats, nothing where it is empty, a
     * checksum at the end.
     */
    public static function sparse(string $image, int $blocks): string
    {
        $raw = str_pad(
            rtrim($image, "\0"),
            intdiv(strlen(rtrim($image, "\0")) + self::BLOCK - 1, self::BLOCK) * self::BLOCK,
            "\0",
        );
        $used = intdiv(strlen($raw), self::BLOCK);
        $fill = intdiv($blocks - $used, 2);
        $chunks = [
            pack('vvVV', SparseImageReader::RAW, 0, $used, 12 + strlen($raw)) . $raw,
            pack('vvVV', SparseImageReader::FILL, 0, $fill, 16) . pack('V', 0),
            pack('vvVV', SparseImageReader::SKIP, 0, $blocks - $used - $fill, 12),
            pack('vvVV', SparseImageReader::CHECKSUM, 0, 0, 16) . pack('V', crc32($raw)),
        ];

        return SparseImageReader::MAGIC .
            pack('vvvvVVVV', 1, 0, 28, 12, self::BLOCK, $blocks, count($chunks), 0) .
            implode('', $chunks);
    }

    /**
     * A verification header that states the hashes of some images.
     *
     * @param  array<string, string>  $images  content by partition
     * @param  list<string>  $chained
     */
    public static function verification(
        array $images,
        array $chained,
        int $rollbackIndex,
        string $madeBy,
        bool $off = false,
    ): string {
        $descriptors = '';
        foreach ($images as $partition => $image) {
            $salt = hash('sha256', "salt of {$partition}", true);
            $body =
                pack('J', strlen($image)) .
                str_pad('sha256', 32, "\0") .
                pack('NNNN', strlen($partition), 32, 32, 0) .
                str_repeat("\0", 60) .
                $partition .
                $salt .
                hash('sha256', $salt . $image, true);
            $descriptors .= self::descriptor(VerificationReader::HASH, $body);
        }
        foreach ($chained as $partition) {
            $descriptors .= self::descriptor(
                VerificationReader::CHAIN,
                pack('NNNN', 1, strlen($partition), 64, 0) . str_repeat("\0", 60) . $partition . str_repeat("\x5a", 64),
            );
        }
        $aux = str_pad($descriptors, intdiv(strlen($descriptors) + 63, 64) * 64, "\0");
        $header =
            VerificationReader::MAGIC .
            pack('NNJJN', 1, 0, 0, strlen($aux), 1) .
            str_repeat("\0", 64) .
            pack('JJJNN', 0, strlen($descriptors), $rollbackIndex, $off ? 2 : 0, 0) .
            str_pad($madeBy, 48, "\0");

        return str_pad(str_pad($header, VerificationReader::HEADER_BYTES, "\0") . $aux, self::BLOCK, "\0");
    }

    private static function descriptor(int $tag, string $body): string
    {
        $body = str_pad($body, intdiv(strlen($body) + 7, 8) * 8, "\0");

        return pack('JJ', $tag, strlen($body)) . $body;
    }

    /**
     * An empty layout for super.
     *
     * @param  array<string, array{int, string}>  $partitions  size in bytes and group by name
     * @param  array<string, int>  $groups  limit in bytes by name
     */
    public static function emptySuper(int $superBytes, array $partitions, array $groups): string
    {
        $groupIndex = array_flip(['default', ...array_keys($groups)]);
        $rows = ['', '', self::group('default', 0), ''];
        $sector = 2048;
        $extents = 0;
        foreach ($partitions as $name => [$size, $group]) {
            $rows[0] .= str_pad($name, 36, "\0") . pack('VVVV', 1, $extents, $size > 0 ? 1 : 0, $groupIndex[$group]);
            if ($size > 0) {
                $rows[1] .= pack('PVPV', intdiv($size, SuperLayoutReader::SECTOR), 0, $sector, 0);
                $sector += intdiv($size, SuperLayoutReader::SECTOR);
                $extents++;
            }
        }
        foreach ($groups as $name => $limit) {
            $rows[2] .= self::group($name, $limit);
        }
        $rows[3] = pack('PVVP', 2048, 1 << 20, 0, $superBytes) . str_pad('super', 36, "\0") . pack('V', 0);
        $tables = implode('', $rows);
        $offset = 0;
        $places = '';
        foreach ([52, 24, 48, 64] as $index => $size) {
            $places .= pack('VVV', $offset, intdiv(strlen($rows[$index]), $size), $size);
            $offset += strlen($rows[$index]);
        }
        $head =
            SuperLayoutReader::HEADER_MAGIC .
            pack('vvV', 10, 0, 128) .
            str_repeat("\0", 32) .
            pack('V', strlen($tables)) .
            hash('sha256', $tables, true) .
            $places;
        $geometry =
            SuperLayoutReader::GEOMETRY_MAGIC . pack('V', 52) . str_repeat("\0", 32) . pack('VVV', 65536, 2, 4096);

        return str_pad($geometry, self::BLOCK, "\0") .
            str_pad(str_pad($head, 128, "\0") . $tables, 3 * self::BLOCK, "\0");
    }

    private static function group(string $name, int $limit): string
    {
        return str_pad($name, 36, "\0") . pack('VP', 0, $limit);
    }

    /**
     * A cpio archive in its "newc" form, compressed by gzip: the first file system of a boot image.
     *
     * @param  array<string, string>  $files
     */
    public static function ramdisk(array $files): string
    {
        $out = '';
        foreach ($files + ['TRAILER!!!' => ''] as $name => $content) {
            $entry =
                '070701' .
                implode(
                    '',
                    array_map(static fn(int $value): string => sprintf('%08X', $value), [
                        0,
                        0o100644,
                        0,
                        0,
                        1,
                        0,
                        strlen($content),
                        0,
                        0,
                        0,
                        0,
                        strlen($name) + 1,
                        0,
                    ]),
                ) .
                $name .
                "\0";
            $entry = str_pad($entry, intdiv(strlen($entry) + 3, 4) * 4, "\0") . $content;
            $out .= str_pad($entry, intdiv(strlen($entry) + 3, 4) * 4, "\0");
        }

        return (string) gzencode($out, 9);
    }

    /**
     * A tar archive in the ustar form.
     *
     * @param  array<string, string>  $files
     */
    public static function tar(array $files): string
    {
        $out = '';
        foreach ($files as $name => $content) {
            $header =
                str_pad($name, 100, "\0") .
                sprintf("%07o\0%07o\0%07o\0%011o\0%011o\0", 0o644, 0, 0, strlen($content), 1_788_393_600) .
                '        0' .
                str_repeat("\0", 100) .
                "ustar\0" .
                '00' .
                str_repeat("\0", 247);
            $header = str_pad($header, 512, "\0");
            $sum = array_sum(array_map(ord(...), str_split($header)));
            $header = substr_replace($header, sprintf("%06o\0 ", $sum), 148, 8);
            $out .= $header . str_pad($content, intdiv(strlen($content) + 511, 512) * 512, "\0");
        }

        return $out . str_repeat("\0", 1024);
    }
}

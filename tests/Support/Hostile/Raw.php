<?php

declare(strict_types=1);

namespace Tests\Support\Hostile;

/** Files put together byte by byte, so that every field can lie. Layouts are those of the open formats. */
final class Raw
{
    /**
     * A zip of stored entries.
     *
     * @param  array<string, string>  $entries  content by name
     * @param  array{size?: int, packed?: int, header?: int}  $wide  64-bit values that the first entry claims instead
     */
    public static function zip(array $entries, array $wide = [], bool $deflate = false): string
    {
        $body = '';
        $table = '';
        foreach ($entries as $name => $content) {
            $name = (string) $name;
            $packed = $deflate ? (string) gzdeflate($content, 9) : $content;
            $extra = '';
            $claims = ['size' => strlen($content), 'packed' => strlen($packed), 'header' => strlen($body)];
            if ($wide !== [] && $table === '') {
                $extra = pack(
                    'vvPPP',
                    1,
                    24,
                    $wide['size'] ?? $claims['size'],
                    $wide['packed'] ?? $claims['packed'],
                    $wide['header'] ?? 0,
                );
                $claims = ['size' => 0xffffffff, 'packed' => 0xffffffff, 'header' => 0xffffffff];
            }
            $method = $deflate ? 8 : 0;
            $table .=
                "PK\x01\x02" .
                pack(
                    'vvvvvvVVVvvvvvVV',
                    20,
                    20,
                    0,
                    $method,
                    0,
                    0,
                    crc32($content),
                    $claims['packed'],
                    $claims['size'],
                    strlen($name),
                    strlen($extra),
                    0,
                    0,
                    0,
                    0,
                    $claims['header'],
                ) .
                $name .
                $extra;
            $body .=
                "PK\x03\x04" .
                pack(
                    'vvvvvVVVvv',
                    20,
                    0,
                    $method,
                    0,
                    0,
                    crc32($content),
                    strlen($packed),
                    strlen($content),
                    strlen($name),
                    0,
                ) .
                $name .
                $packed;
        }

        return $body .
            $table .
            "PK\x05\x06" .
            pack('vvvvVVv', 0, 0, count($entries), count($entries), strlen($table), strlen($body), 0);
    }

    /** One header of a tar and its content. */
    public static function tar(string $name, string $content, string $type = '0', ?string $size = null): string
    {
        $header =
            str_pad($name, 100, "\0") .
            "0000644\0" .
            "0000000\0" .
            "0000000\0" .
            ($size ?? sprintf("%011o\0", strlen($content))) .
            "00000000000\0" .
            '        ' .
            $type .
            str_repeat("\0", 100) .
            "ustar\0" .
            '00' .
            str_repeat("\0", 247);
        $header = str_pad(substr($header, 0, 512), 512, "\0");
        $header = substr_replace($header, sprintf("%06o\0 ", array_sum((array) unpack('C*', $header))), 148, 8);

        return $header . str_pad($content, intdiv(strlen($content) + 511, 512) * 512, "\0");
    }

    /** Much of the same behind a head, packed by gzip without ever being held. */
    public static function swelling(string $head, string $filler, int $times): string
    {
        $context = deflate_init(ZLIB_ENCODING_GZIP, ['level' => 9]);
        $packed = (string) deflate_add($context, $head, ZLIB_NO_FLUSH);
        for ($i = 0; $i < $times; $i++) {
            $packed .= deflate_add($context, $filler, ZLIB_NO_FLUSH);
        }

        return $packed . deflate_add($context, '', ZLIB_FINISH);
    }

    public static function varint(int $value): string
    {
        $out = '';
        for ($i = 0; $i < 10; $i++) {
            $low = $value & 0x7f;
            $value = ($value >> 7) & (PHP_INT_MAX >> 6);
            if ($value === 0) {
                return $out . chr($low);
            }
            $out .= chr($low | 0x80);
        }

        return $out;
    }

    public static function number(int $field, int $value): string
    {
        return self::varint($field << 3) . self::varint($value);
    }

    public static function message(int $field, string $content): string
    {
        return self::varint(($field << 3) | 2) . self::varint(strlen($content)) . $content;
    }

    /** A payload container with a manifest of one's own. */
    public static function payload(string $manifest, ?int $claims = null): string
    {
        return 'CrAU' . pack('JJN', 2, $claims ?? strlen($manifest), 0) . $manifest;
    }

    public static function partition(string $name, int $size, string $more = ''): string
    {
        return self::message(
            13,
            self::message(1, $name) .
                self::message(7, self::number(1, $size) . self::message(2, str_repeat('h', 32))) .
                $more,
        );
    }

    /**
     * The layout of super, with tables whose sums are right whatever they say.
     *
     * @param  list<int>  $sectors  of the extents
     * @param  list<array{int, int}>  $partitions  first extent and number of extents
     */
    public static function superLayout(
        array $sectors,
        array $partitions,
        int $most = 0,
        int $first = 2048,
        int $size = 1 << 30,
    ): string {
        $extents = implode('', array_map(static fn(int $count): string => pack('PVPV', $count, 0, 0, 0), $sectors));
        $rows = '';
        foreach ($partitions as $index => [$from, $count]) {
            $rows .= str_pad("p{$index}", 36, "\0") . pack('VVVV', 0, $from, $count, 0);
        }
        $groups = str_pad('main', 36, "\0") . pack('VP', 0, $most);
        $devices = pack('PVVP', $first, 4096, 0, $size) . str_pad('super', 40, "\0");
        $tables = $rows . $extents . $groups . $devices;
        $at = 0;
        $descriptors = '';
        foreach (
            [[count($partitions), 52, $rows], [count($sectors), 24, $extents], [1, 48, $groups], [1, 64, $devices]]
            as [$count, $bytes, $text]
        ) {
            $descriptors .= pack('VVV', $at, $count, $bytes);
            $at += strlen($text);
        }
        $header =
            "\x30\x50\x4c\x41" .
            pack('vvV', 10, 0, 128) .
            str_repeat("\0", 32) .
            pack('V', strlen($tables)) .
            hash('sha256', $tables, true) .
            $descriptors;
        $geometry = str_pad(
            "\x67\x44\x6c\x61" . pack('V', 52) . str_repeat("\0", 32) . pack('VVV', 65_536, 2, 4096),
            4096,
            "\0",
        );

        return $geometry . str_pad($header, 128, "\0") . $tables . str_repeat("\0", 8192);
    }

    /**
     * @param  list<array{int, int, int}>  $chunks  type, blocks, bytes in all
     */
    public static function sparse(int $block, int $blocks, array $chunks, ?int $claims = null): string
    {
        $body = '';
        foreach ($chunks as [$type, $count, $total]) {
            $body .= pack('vvVV', $type, 0, $count, $total) . str_repeat("\0", max(0, min($total - 12, 65_536)));
        }

        return "\x3a\xff\x26\xed" .
            pack('vvvvVVVV', 1, 0, 28, 12, $block, $blocks, $claims ?? count($chunks), 0) .
            $body;
    }

    /** A verification header whose fields can be put anywhere. */
    public static function verification(
        int $auth,
        int $aux,
        int $offset,
        int $size,
        int $rollback,
        string $descriptors = '',
    ): string {
        $header = 'AVB0' . pack('NNJJN', 1, 0, $auth, $aux, 1);
        $header = str_pad($header, 96, "\0") . pack('JJJN', $offset, $size, $rollback, 0);

        return str_pad($header, 256, "\0") . $descriptors . str_repeat("\0", 4096);
    }

    /** A boot image of header version 2. */
    public static function boot(int $kernel, int $ramdisk, int $page, string $content = '', string $line = ''): string
    {
        $header = 'ANDROID!' . pack('VVVVVVVVVV', $kernel, 0, $ramdisk, 0, 0, 0, 0, $page, 2, 0);

        return str_pad(substr_replace(str_pad($header, 600, "\0"), $line, 64, strlen($line)), 4096, "\0") . $content;
    }

    /** An update zip with a script. */
    public static function script(string $script): string
    {
        return self::zip(['META-INF/com/google/android/updater-script' => $script], [], true);
    }

    /** An update zip with metadata. */
    public static function metadata(string $text): string
    {
        return self::zip([
            'META-INF/com/android/metadata' => $text,
            'META-INF/com/google/android/updater-script' => 'ui_print("x");',
        ]);
    }
}

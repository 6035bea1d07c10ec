<?php

declare(strict_types=1);

namespace Tests\Support\Hostile;

/**
 * Files that nobody makes by accident: text that is none, numbers that overflow, nesting without end, and much out of
 * little. What each shows is in its name.
 */
final class HandMade
{
    private const NUMBERS = [
        0,
        1,
        (1 << 31) - 1,
        1 << 31,
        (1 << 32) - 1,
        1 << 32,
        (1 << 46) + 1,
        1 << 62,
        PHP_INT_MAX,
        PHP_INT_MIN,
        -1,
    ];

    private const NO_TEXT = ["\xff\xfe", "\x80", "a\xc3", "\xed\xa0\x80", "\xf8\x88\x80\x80\x80"];

    /**
     * @return \Generator<string, callable(): string> content by name
     */
    public static function all(): \Generator
    {
        yield from self::noText();
        yield from self::numbers();
        yield from self::scripts();
        yield from self::muchOutOfLittle();
        yield from self::cut();
    }

    /**
     * @return \Generator<string, callable(): string>
     */
    private static function noText(): \Generator
    {
        foreach (self::NO_TEXT as $i => $bad) {
            yield "zip-entry-name-{$i}.zip" => static fn(): string => Raw::zip(["a{$bad}.img" => 'x', 'b.img' => 'y']);
            foreach (
                [
                    'pre-device',
                    'post-build',
                    'post-build-incremental',
                    'post-security-patch-level',
                    'pre-build',
                    'ota-property-files',
                    $bad,
                ]
                as $key
            ) {
                yield "metadata-{$i}-" . bin2hex($key) . '.zip' => static fn(): string => Raw::metadata(
                    "ota-type=BLOCK\n{$key}=x{$bad}|y:1:2\n",
                );
            }
            foreach (
                [
                    'assert(getprop("ro.product.device") == "%s");',
                    'assert(f("%s"));',
                    'package_extract_file("boot.img", "/dev/%s");',
                    'getprop("%s") == "a" || abort("b");',
                ]
                as $form => $script
            ) {
                yield "script-text-{$i}-{$form}.zip" => static fn(): string => Raw::script(sprintf($script, $bad));
            }
            yield "payload-partition-{$i}.bin" => static fn(): string => Raw::payload(Raw::partition("p{$bad}", 4096));
            yield "payload-group-{$i}.bin" => static fn(): string => Raw::payload(
                Raw::partition('boot', 4096) .
                    Raw::message(15, Raw::message(1, Raw::message(1, "g{$bad}") . Raw::number(2, 5))),
            );
            yield "boot-line-{$i}.img" => static fn(): string => Raw::boot(0, 0, 4096, '', "line {$bad}");
            yield "tar-name-{$i}.tar" => static fn(): string => Raw::tar("n{$bad}.img", 'x') . Raw::tar('b.img', 'y');
            yield "bundle-list-{$i}.zip" => static fn(): string => Raw::zip([
                'a.img' => 'x',
                'b.img' => 'y',
                'SHA256SUMS' => str_repeat('0', 64) . "  a{$bad}.img\n",
            ]);
            yield "erofs-name-{$i}.img" => static fn(): string => substr_replace(
                str_repeat("\0", 16_384),
                "\xe2\xe1\xf5\xe0" .
                    str_repeat("\0", 8) .
                    "\x0c" .
                    str_repeat("\0", 23) .
                    pack('V', 4) .
                    str_repeat("\0", 24) .
                    $bad,
                1024,
                64 + strlen($bad),
            );
        }
    }

    /**
     * @return \Generator<string, callable(): string>
     */
    private static function numbers(): \Generator
    {
        foreach (self::NUMBERS as $i => $n) {
            foreach (['size', 'packed', 'header'] as $field) {
                yield "zip-{$field}-{$i}.zip" => static fn(): string => Raw::zip(
                    ['a.img' => 'x', 'b.img' => 'y'],
                    [$field => $n],
                );
            }
            yield "payload-size-{$i}.bin" => static fn(): string => Raw::payload(
                Raw::partition('boot', $n) . Raw::partition('system', $n) . Raw::partition('vendor', $n),
            );
            yield "payload-manifest-{$i}.bin" => static fn(): string => Raw::payload(Raw::partition('boot', 1), $n);
            yield "payload-group-size-{$i}.bin" => static fn(): string => Raw::payload(
                Raw::partition('boot', 1) .
                    Raw::message(15, Raw::message(1, Raw::message(1, 'g') . Raw::number(2, $n))) .
                    Raw::number(14, $n) .
                    Raw::number(3, $n),
            );
            yield "super-extents-{$i}.img" => static fn(): string => Raw::superLayout([$n, $n, $n], [[0, 3], [0, 3]]);
            yield "super-device-{$i}.img" => static fn(): string => Raw::superLayout([8], [[0, 1]], $n, $n, $n);
            yield "super-first-{$i}.img" => static fn(): string => Raw::superLayout(
                [8],
                [[$n & 0xffffffff, $n & 0xffffffff]],
            );
            yield "sparse-blocks-{$i}.img" => static fn(): string => Raw::sparse(1 << 20, $n & 0xffffffff, [
                [0xcac3, $n & 0xffffffff, 12],
                [0xcac3, $n & 0xffffffff, 12],
            ]);
            yield "sparse-chunks-{$i}.img" => static fn(): string => Raw::sparse(
                4096,
                1,
                [[0xcac1, $n & 0xffffffff, $n & 0xffffffff]],
                $n & 0xffffffff,
            );
            foreach (range(0, 4) as $place) {
                yield "verification-{$place}-{$i}.img" => static fn(): string => Raw::verification(
                    ...array_replace([0, 4096, 0, 64, 0], [$place => $n]),
                );
            }
            yield "boot-{$i}.img" => static fn(): string => Raw::boot($n & 0xffffffff, $n & 0xffffffff, 4096);
            yield "boot-page-{$i}.img" => static fn(): string => Raw::boot(0, 0, $n & 0xffffffff);
            yield "tree-table-{$i}.img" => static fn(): string => "\xd7\xb7\xab\x1e" .
                pack('NNNNN', $n & 0xffffffff, 32, $n & 0xffffffff, $n & 0xffffffff, 32) .
                str_repeat("\0", 64);
            yield "tar-size-{$i}.tar" => static fn(): string => Raw::tar(
                'a.img',
                'x',
                '0',
                "\x80\0\0\0" . pack('J', $n),
            ) . Raw::tar('b.img', 'y');
            yield "f2fs-{$i}.img" => static fn(): string => substr_replace(
                str_repeat("\0", 16_384),
                "\x10\x20\xf5\xf2" . str_repeat("\0", 12) . pack('V', 12) . str_repeat("\0", 16) . pack('P', $n),
                1024,
                44,
            );
        }
    }

    /**
     * @return \Generator<string, callable(): string>
     */
    private static function scripts(): \Generator
    {
        foreach ([1000, 10_000, 40_000] as $many) {
            foreach (['||', '&&', '+', '==', '!='] as $sign) {
                yield 'script-chain-' . bin2hex($sign) . "-{$many}.zip" => static fn(): string => Raw::script(
                    'assert(' . implode($sign, array_fill(0, $many, 'a')) . ');',
                );
            }
            yield "script-alternatives-{$many}.zip" => static fn(): string => Raw::script(
                'assert(' .
                    implode(
                        '||',
                        array_map(
                            static fn(int $n): string => "getprop(\"ro.product.device\")==\"d{$n}\"",
                            range(1, $many),
                        ),
                    ) .
                    ');',
            );
            yield "script-assertions-{$many}.zip" => static fn(): string => Raw::script(
                implode(
                    '',
                    array_map(
                        static fn(int $n): string => "assert(getprop(\"ro.product.device\")==\"d{$n}\");",
                        range(1, $many),
                    ),
                ),
            );
            yield "script-unknown-{$many}.zip" => static fn(): string => Raw::script(
                implode('', array_map(static fn(int $n): string => "assert(f{$n}());", range(1, $many))),
            );
            yield "script-open-{$many}.zip" => static fn(): string => Raw::script(str_repeat('(', $many));
            yield "script-calls-{$many}.zip" => static fn(): string => Raw::script(
                str_repeat('f(', $many) . str_repeat(')', $many) . ';',
            );
            yield "script-not-{$many}.zip" => static fn(): string => Raw::script(str_repeat('!', $many) . 'a();');
            yield "script-if-{$many}.zip" => static fn(): string => Raw::script(
                str_repeat('if a then ', $many) . 'b' . str_repeat(' endif', $many) . ';',
            );
            yield "script-writes-{$many}.zip" => static fn(): string => Raw::script(
                implode(
                    '',
                    array_map(
                        static fn(int $n): string => "package_extract_file(\"a\",\"/dev/p{$n}\");",
                        range(1, $many),
                    ),
                ),
            );
            yield "script-quote-{$many}.zip" => static fn(): string => Raw::script('f("' . str_repeat('\\"', $many));
            yield "script-comments-{$many}.zip" => static fn(): string => Raw::script(
                str_repeat("#\n", $many) . 'f();',
            );
            yield "script-text-{$many}.zip" => static fn(): string => Raw::script(
                'f("' . str_repeat('a', 20 * $many) . '");',
            );
        }
    }

    /**
     * @return \Generator<string, callable(): string>
     */
    private static function muchOutOfLittle(): \Generator
    {
        $million = 1 << 20;
        yield 'payload-16-MiB-of-empty-partitions.bin' => static fn(): string => Raw::payload(
            str_repeat(Raw::message(13, ''), 8 * $million),
        );
        yield 'payload-16-MiB-of-named-partitions.bin' => static fn(): string => Raw::payload(
            implode(
                '',
                array_map(static fn(int $n): string => Raw::message(13, Raw::message(1, "p{$n}")), range(1, $million)),
            ),
        );
        yield 'payload-16-MiB-of-empty-operations.bin' => static fn(): string => Raw::payload(
            Raw::partition('boot', 4096, str_repeat(Raw::message(8, ''), 8 * $million)),
        );
        yield 'payload-16-MiB-of-one-operation.bin' => static fn(): string => Raw::payload(
            Raw::partition('boot', 4096, Raw::message(8, str_repeat(Raw::message(6, ''), 8 * $million))),
        );
        yield 'payload-16-MiB-of-groups.bin' => static fn(): string => Raw::payload(
            Raw::message(15, str_repeat(Raw::message(1, ''), 8 * $million)),
        );
        yield 'payload-16-MiB-of-one-group.bin' => static fn(): string => Raw::payload(
            Raw::message(15, Raw::message(1, str_repeat(Raw::message(3, ''), 8 * $million))),
        );
        yield 'payload-16-MiB-of-numbers.bin' => static fn(): string => Raw::payload(
            str_repeat(Raw::number(12, 1), 8 * $million),
        );
        yield 'payload-endless-number.bin' => static fn(): string => Raw::payload(str_repeat("\xff", 4096));
        foreach ([2000, 19_900] as $many) {
            yield "zip-of-lists-{$many}.zip" => static fn(): string => Raw::zip(
                ['a.img' => 'x', 'b.img' => 'y'] +
                    array_combine(
                        array_map(static fn(int $n): string => "l{$n}.sha256", range(1, $many)),
                        array_map(
                            static fn(int $n): string => implode(
                                "\n",
                                array_map(
                                    static fn(int $k): string => hash('sha256', "{$n}.{$k}") . '  f',
                                    range(1, 3),
                                ),
                            ),
                            range(1, $many),
                        ),
                    ),
            );
            yield "zip-of-images-{$many}.zip" => static fn(): string => Raw::zip(
                array_fill_keys(array_map(static fn(int $n): string => "i{$n}.img", range(1, $many)), 'x'),
            );
            yield "zip-of-long-names-{$many}.zip" => static fn(): string => Raw::zip(
                array_fill_keys(
                    array_map(static fn(int $n): string => str_pad((string) $n, 1000, 'n') . '.img', range(1, $many)),
                    '',
                ),
            );
            yield "tar-of-long-names-{$many}.tar" => static fn(): string => str_repeat(
                Raw::tar('x', '12 path=abc', 'x'),
                $many,
            ) . Raw::tar('a.img', 'x');
            yield "tar-of-folders-{$many}.tar" => static fn(): string => str_repeat(Raw::tar('d/', '', '5'), $many);
        }
        yield 'zip-with-one-large-list.zip' => static fn(): string => Raw::zip(
            ['a.img' => 'x', 'b.img' => 'y', 'SHA256SUMS' => str_repeat(str_repeat('0', 64) . "  f\n", 3800)],
            [],
            true,
        );
        yield 'tar-of-nothing.tar' => static fn(): string => Raw::tar('a.img', 'x') . str_repeat("\0", 64 * $million);
        yield 'sparse-of-a-million-chunks.img' => static fn(): string => Raw::sparse(
            4096,
            $million,
            array_fill(0, 900_000, [0xcac3, 1, 12]),
        );
        yield 'super-of-extents.img' => static fn(): string => Raw::superLayout(
            array_fill(0, 30_000, 1 << 37),
            array_fill(0, 900, [0, 30_000]),
        );
        yield 'super-of-partitions.img' => static fn(): string => Raw::superLayout(
            array_fill(0, 100, 8),
            array_fill(0, 15_000, [0, 100]),
        );
        yield 'verification-of-descriptors.img' => static fn(): string => Raw::verification(
            0,
            $million,
            0,
            $million,
            0,
            str_repeat(pack('JJ', 2, 0), $million >> 4),
        );
        yield 'boot-with-a-ramdisk-that-swells.img' => static fn(): string => Raw::boot(
            0,
            strlen($packed = Raw::swelling('070701', str_repeat('0', $million), 200)),
            4096,
            $packed,
        );
        yield 'boot-with-a-ramdisk-of-files.img' => static fn(): string => Raw::boot(
            0,
            strlen(
                $packed = Raw::swelling(
                    '',
                    str_repeat('070701' . str_repeat('0', 88) . '00000002' . '00000000' . "a\0", 1000),
                    500,
                ),
            ),
            4096,
            $packed,
        );
        yield 'packed-nothing.img.gz' => static fn(): string => Raw::swelling('', str_repeat("\0", $million), 256);
        yield 'packed-twice.img.gz' => static fn(): string => (string) gzencode((string) gzencode('x'));
        yield 'properties-of-places.zip' => static fn(): string => Raw::metadata(
            'ota-property-files=' . str_repeat('a:1:1,', 10_000),
        );
        yield 'metadata-of-codenames.zip' => static fn(): string => Raw::metadata(
            'pre-device=' . implode('|', range(1, 12_000)),
        );
        yield 'metadata-of-lines.zip' => static fn(): string => Raw::metadata(str_repeat("a=b\n", 16_000));
    }

    /**
     * @return \Generator<string, callable(): string>
     */
    private static function cut(): \Generator
    {
        foreach (
            [
                'CrAU',
                'ANDROID!',
                'VNDRBOOT',
                'AVB0',
                "\x3a\xff\x26\xed",
                "\xd7\xb7\xab\x1e",
                "PK\x03\x04",
                "PK\x05\x06",
                "\x1f\x8b",
                "\xfd7zXZ\0",
                'BZh',
                "\x04\x22\x4d\x18",
                "\x67\x44\x6c\x61",
            ]
            as $i => $magic
        ) {
            foreach ([0, 1, 16, 4096] as $more) {
                yield "only-the-beginning-{$i}-{$more}.bin" => static fn(): string => $magic .
                    str_repeat("\xff", $more);
            }
        }
    }
}

<?php

declare(strict_types=1);

use Tornavis\Core\Package\Archive\Unpacker;
use Tornavis\Core\Package\PackageError;

/** A new folder for one test. */
function unpackingFolder(): string
{
    $folder = sys_get_temp_dir() . '/tornavis-unpack-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($folder);

    return $folder;
}

it('unpacks what general tools have packed, to the byte', function (string $command, string $packed) {
    $folder = unpackingFolder();
    $plain = random_bytes(3_000_000) . str_repeat('roof', 500_000);
    file_put_contents("{$folder}/x.img", $plain);
    exec("cd {$folder} && {$command}");
    $told = 0;
    $size = Unpacker::unpack("{$folder}/{$packed}", "{$folder}/out", 1 << 30, function (int $done) use (&$told): void {
        $told = $done;
    });

    expect($size)
        ->toBe(strlen($plain))
        ->and($told)
        ->toBe($size)
        ->and(hash_file('sha256', "{$folder}/out"))
        ->toBe(hash('sha256', $plain));
})->with([
    'gzip' => ['gzip -k x.img', 'x.img.gz'],
    'gzip in two parts' => ['(head -c 9999 x.img | gzip; tail -c +10000 x.img | gzip) > y.gz', 'y.gz'],
    'xz' => ['xz -k -1 x.img', 'x.img.xz'],
    'bzip2' => ['bzip2 -k x.img', 'x.img.bz2'],
    'lz4' => ['lz4 -q x.img x.img.lz4', 'x.img.lz4'],
]);

it('leaves nothing behind of what cannot be unpacked whole', function (string $command, string $packed, int $most) {
    $folder = unpackingFolder();
    file_put_contents("{$folder}/x.img", random_bytes(2_000_000));
    exec("cd {$folder} && {$command}");

    expect(fn() => Unpacker::unpack("{$folder}/{$packed}", "{$folder}/out", $most))->toThrow(PackageError::class);
    expect(is_file("{$folder}/out"))->toBeFalse();
})->with([
    'cut gzip' => ['gzip x.img && truncate -s 900000 x.img.gz', 'x.img.gz', 1 << 30],
    'cut xz' => ['xz -0 x.img && truncate -s 900000 x.img.xz', 'x.img.xz', 1 << 30],
    'broken lz4' => ['lz4 -q x.img y && truncate -s 900000 y', 'y', 1 << 30],
    'nothing packed' => ['cp x.img y', 'y', 1 << 30],
    'more than there is room for' => ['gzip x.img', 'x.img.gz', 1_999_999],
]);

it('writes over nothing', function () {
    $folder = unpackingFolder();
    exec("cd {$folder} && echo roof > x && gzip -k x");

    expect(fn() => Unpacker::unpack("{$folder}/x.gz", "{$folder}/x", 1 << 20))->toThrow(PackageError::class);
    expect(file_get_contents("{$folder}/x"))->toBe("roof\n");
});

it('expands a sparse image: raw data, filler, what is left out, a checksum', function () {
    $block = 4096;
    $raw = random_bytes(2 * $block);
    $chunk = fn(int $type, int $blocks, string $body): string => pack('vvVV', $type, 0, $blocks, 12 + strlen($body)) .
        $body;
    $chunks = [
        $chunk(0xcac1, 2, $raw),
        $chunk(0xcac2, 3, 'tile'),
        $chunk(0xcac3, 4, ''),
        $chunk(0xcac2, 1, "\0\0\0\0"),
        $chunk(0xcac4, 0, "\0\0\0\0"),
        $chunk(0xcac1, 1, str_repeat('z', $block)),
        $chunk(0xcac3, 2, ''),
    ];
    $folder = unpackingFolder();
    $head = pack('VvvvvVVVV', 0xed26ff3a, 1, 0, 28, 12, $block, 13, count($chunks), 0);
    file_put_contents("{$folder}/x.img", $head . implode('', $chunks));
    $plain =
        $raw .
        str_repeat('tile', (3 * $block) / 4) .
        str_repeat("\0", 5 * $block) .
        str_repeat('z', $block) .
        str_repeat("\0", 2 * $block);

    expect(Unpacker::unpack("{$folder}/x.img", "{$folder}/out", 1 << 20))
        ->toBe(13 * $block)
        ->and(file_get_contents("{$folder}/out") === $plain)
        ->toBeTrue()
        ->and(fn() => Unpacker::unpack("{$folder}/x.img", "{$folder}/two", 13 * $block - 1))
        ->toThrow(PackageError::class);
});

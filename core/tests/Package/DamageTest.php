<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Archive\CompressedReader;
use Tornavis\Core\Package\Archive\TarDirectory;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Image\FileSystemReader;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\Image\SuperLayoutReader;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\Reading;
use Tornavis\Demo\Formats;
use Tornavis\Demo\ImageContent;

/*
 * Files that are damaged, cut off or meant to deceive: each reader names the byte, what is there and what should be.
 */

/** @return array<string, mixed> facts by name */
function factsIn(Reading $reading): array
{
    return array_column(array_map(static fn($fact): array => $fact->toArray(), $reading->facts), 'value', 'name');
}

/** An empty disk of some blocks with a few bytes at a place. */
function disk(int $bytes, string ...$at): string
{
    $disk = str_repeat("\0", $bytes);
    foreach ($at as $place => $what) {
        $disk = substr_replace($disk, $what, (int) substr($place, 1), strlen($what));
    }

    return $disk;
}

function f2fsDisk(int $logBlock, int $blocks, int $bytes = 16_384): string
{
    return disk(
        $bytes,
        b1024: "\x10\x20\xf5\xf2",
        b1040: pack('V', $logBlock),
        b1060: pack('P', $blocks),
        b1148: "d\0a\0t\0a\0",
    );
}

function erofsDisk(int $logBlock, int $blocks, int $bytes = 16_384): string
{
    return disk($bytes, b1024: "\xe2\xe1\xf5\xe0", b1036: chr($logBlock), b1060: pack('V', $blocks), b1088: 'system');
}

it('tells a file system by its superblock, with its size, block size and name', function (Closure $disk, array $facts) {
    expect(factsIn((new FileSystemReader())->read(Bytes::ofString($disk(), 'x.img'))))->toMatchArray($facts);
})->with([
    'f2fs' => [
        fn() => f2fsDisk(12, 4),
        [Field::IMAGE_FORMAT => 'f2fs', Field::EXPANDED => 16_384, Field::BLOCK_SIZE => 4096, Field::VOLUME => 'data'],
    ],
    'erofs' => [
        fn() => erofsDisk(12, 4),
        [
            Field::IMAGE_FORMAT => 'erofs',
            Field::EXPANDED => 16_384,
            Field::BLOCK_SIZE => 4096,
            Field::VOLUME => 'system',
        ],
    ],
    'ext4' => [
        fn() => Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'vendor', 8),
        [
            Field::IMAGE_FORMAT => 'ext4',
            Field::EXPANDED => 32_768,
            Field::BLOCK_SIZE => 4096,
            Field::VOLUME => 'vendor',
        ],
    ],
]);

it('refuses a file system whose superblock lies', function (Closure $disk, string $message) {
    expect(fn() => (new FileSystemReader())->read(Bytes::ofString($disk(), 'x.img')))->toThrow(
        PackageError::class,
        $message,
    );
})->with([
    'f2fs with blocks of 16 MiB' => [fn() => f2fsDisk(24, 4), '2 to the power of 24'],
    'f2fs without blocks' => [fn() => f2fsDisk(12, 0), 'claims 0 blocks'],
    'f2fs with more blocks than numbers hold' => [fn() => f2fsDisk(12, PHP_INT_MAX), 'blocks'],
    'f2fs that is cut off' => [fn() => f2fsDisk(12, 40), 'ends too early'],
    'erofs with blocks of 2 bytes' => [fn() => erofsDisk(1, 4), '2 to the power of 1'],
    'erofs that is cut off' => [fn() => erofsDisk(12, 5), 'ends too early'],
    'ext4 with blocks of 1 GiB' => [
        fn() => substr_replace(
            Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'v', 8),
            pack('V', 20),
            1024 + 24,
            4,
        ),
        '2 to the power of 30',
    ],
    'ext4 that is cut off' => [
        fn() => substr(Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'v', 8), 0, 9000),
        'ends too early',
    ],
]);

it('takes no other file for a file system', function (string $data) {
    expect((new FileSystemReader())->recognises(Bytes::ofString($data, 'x')))->toBeFalse();
})->with([['short'], [str_repeat("\0", 4096)], [str_repeat('x', 4096)]]);

it('refuses a verification header that lies', function (Closure $spoil, string $message) {
    $header = Formats::verification(['boot' => str_repeat('k', 4096)], ['modem'], 2, 'maker 1.0');
    expect(fn() => (new VerificationReader())->read(Bytes::ofString($spoil($header), 'v.img')))->toThrow(
        PackageError::class,
        $message,
    );
})->with([
    'another major version' => [fn(string $h): string => substr_replace($h, pack('N', 9), 4, 4), 'major version 9'],
    'blocks larger than the file' => [
        fn(string $h): string => substr_replace($h, pack('J', 1 << 40), 12, 8),
        'ends too early',
    ],
    'a negative block' => [
        fn(string $h): string => substr_replace($h, "\xff\xff\xff\xff\xff\xff\xff\xff", 12, 8),
        'ends too early',
    ],
    'descriptors outside their block' => [
        fn(string $h): string => substr_replace($h, pack('J', 1 << 19), 104, 8),
        'The descriptors claim 524288 bytes',
    ],
    'a file that ends in its header' => [fn(string $h): string => substr($h, 0, 100), 'ends too early'],
]);

it('says which algorithm signs, and of a number that nobody knows, the number', function (int $number, string $name) {
    $header = substr_replace(Formats::verification(['boot' => 'x'], [], 0, 'm'), pack('N', $number), 28, 4);

    expect(factsIn((new VerificationReader())->read(Bytes::ofString($header, 'v')))[Field::ALGORITHM])->toBe($name);
})->with([[0, 'none'], [2, 'SHA256_RSA4096'], [99, 'number 99']]);

it('refuses a layout of super that lies', function (Closure $spoil, string $message) {
    $layout = Formats::emptySuper(1 << 30, ['system_a' => [512 << 20, 'main']], ['main' => 1 << 30]);
    expect(fn() => (new SuperLayoutReader())->read(Bytes::ofString($spoil($layout), 's.img')))->toThrow(
        PackageError::class,
        $message,
    );
})->with([
    'no header behind the geometry' => [
        fn(string $l): string => substr_replace($l, 'none', 4096, 4),
        'The layout is not where the geometry says',
    ],
    'another major version' => [
        fn(string $l): string => substr_replace($l, pack('v', 7), 4096 + 4, 2),
        'major version 7',
    ],
    'tables of a gigabyte' => [
        fn(string $l): string => substr_replace($l, pack('V', 1 << 30), 4096 + 44, 4),
        'tables of 1073741824 bytes',
    ],
    'tables that were changed' => [
        fn(string $l): string => substr_replace($l, 'X', 4096 + 128, 1),
        'do not have the checksum',
    ],
    'more rows than tables' => [
        fn(string $l): string => substr_replace($l, pack('V', 9000), 4096 + 84, 4),
        'The table of partitions claims 9000 rows',
    ],
]);

it('reads a tar of images, with the place of each', function () {
    $tar = Formats::tar(['boot.img' => 'kernel', 'list/SHA256SUMS' => 'sums']);
    $directory = TarDirectory::of(Bytes::ofString($tar, 'x.tar'));

    expect(array_keys($directory->entries))
        ->toBe(['boot.img', 'list/SHA256SUMS'])
        ->and($directory->bytes('boot.img')->read(0, 6))
        ->toBe('kernel')
        ->and(fn() => $directory->bytes('radio.img'))
        ->toThrow(PackageError::class, 'no such entry');
});

it('refuses a tar that would leave its folder, hides something or is damaged', function (
    Closure $spoil,
    string $message,
) {
    expect(fn() => TarDirectory::of(Bytes::ofString($spoil(), 'x.tar')))->toThrow(PackageError::class, $message);
})->with([
    'a way up' => [fn() => Formats::tar(['../boot.img' => 'x']), 'boot.img'],
    'an absolute path' => [fn() => Formats::tar(['/etc/x' => 'x']), '/etc/x'],
    'the same name twice' => [
        fn() => substr(Formats::tar(['a.img' => 'x']), 0, 1024) . Formats::tar(['a.img' => 'y']),
        'Two entries have the same name',
    ],
    'a header with another sum' => [
        fn() => substr_replace(Formats::tar(['a.img' => 'x']), 'b', 0, 1),
        'does not have the checksum',
    ],
    'content that is cut off' => [
        fn() => substr(Formats::tar(['a.img' => str_repeat('x', 4000)]), 0, 2000),
        'ends too early',
    ],
]);

it('says what is packed inside, and refuses what is packed twice or not whole', function () {
    $reader = new CompressedReader([new FileSystemReader(), new SparseImageReader()]);
    $image = Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'v', 8);
    $facts = factsIn($reader->read(Bytes::ofString((string) gzencode($image), 'v.img.gz')));

    expect($facts[Field::COMPRESSION])
        ->toBe('gzip')
        ->and($facts[Field::INSIDE])
        ->toBe('file system image')
        ->and($facts[Field::EXPANDED])
        ->toBe(strlen($image));
    expect(fn() => $reader->read(Bytes::ofString((string) gzencode((string) gzencode($image)), 'v')))
        ->toThrow(PackageError::class, 'compressed twice')
        ->and(fn() => $reader->read(Bytes::ofString("\x1f\x8b" . str_repeat('x', 200), 'v')))
        ->toThrow(PackageError::class, 'cannot be unpacked');
    expect(
        factsIn($reader->read(Bytes::ofString((string) gzencode('a letter to nobody'), 'v')))[Field::INSIDE],
    )->toContain('no kind');
});

it('unpacks with the tools of this machine what PHP cannot', function (string $tool) {
    $plain = (string) tempnam(sys_get_temp_dir(), 'img');
    file_put_contents($plain, Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'v', 8));
    exec(
        escapeshellcmd($tool) . ' -c ' . escapeshellarg($plain) . ' > ' . escapeshellarg("{$plain}.packed"),
        $said,
        $code,
    );
    $facts = PackageInspector::standard()->inspect("{$plain}.packed")->facts;

    expect($code)->toBe(0)->and($facts->text(Field::INSIDE))->toBe('file system image');
})->with(
    array_values(
        array_filter(
            ['xz', 'bzip2', 'lz4'],
            static fn(string $tool): bool => is_executable("/usr/bin/{$tool}") || is_executable("/bin/{$tool}"),
        ),
    ),
);

it('never ends otherwise than with a reading or its own error, wherever a byte is wrong', function (
    Closure $make,
    PackageReader $reader,
) {
    $good = $make();
    mt_srand(7);
    $errors = 0;
    for ($i = 0; $i < 400; $i++) {
        $bad = $good;
        $at = mt_rand(0, min(strlen($good), 6000) - 1);
        $bad[$at] = chr(mt_rand(0, 255));
        try {
            $reader->recognises(Bytes::ofString($bad, 'x')) && $reader->read(Bytes::ofString($bad, 'x'));
        } catch (PackageError $error) {
            $errors++;
            expect($error->what . $error->todo)->not->toBe('');
        }
    }
    expect($errors)->toBeGreaterThan(0);
})->with([
    'verification' => [
        fn() => Formats::verification(['boot' => 'x', 'dtbo' => 'y'], ['modem'], 1, 'm'),
        new VerificationReader(),
    ],
    'super' => [
        fn() => Formats::emptySuper(1 << 30, ['system_a' => [512 << 20, 'main']], ['main' => 1 << 30]),
        new SuperLayoutReader(),
    ],
    'sparse' => [
        fn() => Formats::sparse(Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'x', 8), 64),
        new SparseImageReader(),
    ],
]);

it('says of every demo file what it is, and nothing of another kind', function (string $name, string $container) {
    expect(World::package($name)->container->value)->toBe($container);
})->with([
    ['verify-11.1.2-prusik.img', 'verification header'],
    ['saltern-generic-15-arm64.img.gz', 'compressed file'],
    ['tarnos-4.1.2-halyard.tar', 'tar of images'],
    ['empty-super-prusik.img', 'empty super layout'],
]);

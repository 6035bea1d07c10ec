<?php

declare(strict_types=1);

use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;

/*
 * Files that general open tools make, so that the readers do not only read what our own recipe writes.
 */

/** Runs a command in a folder of its own and describes the file it made. */
function madeBy(string $commands, string $file): Package
{
    $folder = sys_get_temp_dir() . '/tornavis-tools-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($folder);
    exec('cd ' . escapeshellarg($folder) . " && ({$commands}) 2>&1", $out, $code);
    if ($code !== 0) {
        throw new RuntimeException("{$commands}: " . implode("\n", $out));
    }

    return PackageInspector::standard()->inspect("{$folder}/{$file}");
}

it('reads file systems by their superblocks', function (string $commands, string $format, int $bytes, ?string $volume) {
    $package = madeBy($commands, 'x.img');

    expect($package->container)
        ->toBe(Container::FileSystem)
        ->and($package->facts->text(Field::IMAGE_FORMAT))
        ->toBe($format)
        ->and($package->facts->int(Field::EXPANDED))
        ->toBe($bytes)
        ->and($package->facts->text(Field::VOLUME))
        ->toBe($volume);
})->with([
    'ext4' => ['/usr/sbin/mkfs.ext4 -q -L vendor x.img 16M', 'ext4', 16 << 20, 'vendor'],
    'ext4 with small blocks' => ['/usr/sbin/mkfs.ext4 -q -b 1024 x.img 8M', 'ext4', 8 << 20, null],
    'f2fs' => ['truncate -s 64M x.img && /usr/sbin/mkfs.f2fs -q -l data x.img', 'f2fs', 64 << 20, 'data'],
    'erofs' => [
        'mkdir d && head -c 40000 /dev/urandom > d/file && mkfs.erofs -d0 x.img d && test $(stat -c %s x.img) = 45056',
        'erofs',
        45_056,
        null,
    ],
]);

it('says that a file system image was cut short', function () {
    expect(fn() => madeBy('/usr/sbin/mkfs.ext4 -q x.img 16M && truncate -s 9M x.img', 'x.img'))->toThrow(
        PackageError::class,
        'ends too early',
    );
});

it('tells what a compressed file holds, and what it unpacks to', function (
    string $commands,
    string $file,
    string $method,
    string $inside,
    ?int $bytes,
) {
    $package = madeBy($commands, $file);

    expect($package->container)
        ->toBe(Container::Compressed)
        ->and($package->facts->text(Field::COMPRESSION))
        ->toBe($method)
        ->and($package->facts->text(Field::INSIDE))
        ->toBe($inside)
        ->and($package->facts->int(Field::EXPANDED))
        ->toBe($bytes);
})->with([
    'gzip of a file system' => [
        '/usr/sbin/mkfs.ext4 -q x.img 16M && gzip x.img',
        'x.img.gz',
        'gzip',
        'file system image',
        16 << 20,
    ],
    'xz of a file system' => [
        '/usr/sbin/mkfs.ext4 -q x.img 16M && xz -0 x.img',
        'x.img.xz',
        'xz',
        'file system image',
        16 << 20,
    ],
    'bzip2 of text' => ['echo words > x.txt && bzip2 x.txt', 'x.txt.bz2', 'bzip2', 'of no kind that is read here', 6],
    'lz4 of a tar' => [
        'echo words > a.img && tar cf x.tar a.img && lz4 -q x.tar x.tar.lz4',
        'x.tar.lz4',
        'lz4',
        'tar of images',
        10240,
    ],
    'tar with gzip' => ['echo words > a.img && tar czf x.tar.gz a.img', 'x.tar.gz', 'gzip', 'tar of images', 10240],
]);

it('reads a bundle of images with the list of their sums, as zip and as tar', function (
    string $pack,
    Container $container,
) {
    $package = madeBy(
        "for p in boot system vendor; do head -c 30000 /dev/urandom > \$p.img; done; sha256sum *.img > SHA256SUMS; " .
            "{$pack}",
        'bundle',
    );

    expect($package->container)
        ->toBe($container)
        ->and($package->kind()?->value)
        ->toBe('stock bundle')
        ->and($package->facts->list(Field::WRITES))
        ->toBe(['boot', 'system', 'vendor'])
        ->and($package->facts->int(Field::LISTED_SUMS))
        ->toBe(3)
        ->and(
            array_filter(
                Tornavis\Core\Package\ImageCheck::of($package),
                static fn(array $one): bool => !$one['agrees'],
            ),
        )
        ->toBe([])
        ->and(Tornavis\Core\Package\ImageCheck::of($package))
        ->toHaveCount(3);
})->with([
    ['zip -q b.zip *.img SHA256SUMS && mv b.zip bundle', Container::ZipBundle],
    ['tar cf bundle *.img SHA256SUMS', Container::TarBundle],
    ['tar --format=posix -cf bundle *.img SHA256SUMS', Container::TarBundle],
]);

it('takes sums from a list beside the file, in each of the common forms', function (string $list, string $name) {
    $package = madeBy(
        "head -c 9000 /dev/urandom > boot.img; cp boot.img system.img; tar cf x.tar boot.img system.img; {$list} > " .
            "{$name}",
        'x.tar',
    );
    $package = $package->withSums(Tornavis\Core\Package\Checksum::all($package->path, $package->wantedSums()));

    expect($package->integrity()->value)
        ->toBe('verified')
        ->and($package->integrityReason())
        ->toContain("the list {$name} beside it states");
})->with([
    ['sha256sum x.tar', 'SHA256SUMS'],
    ['sha256sum -b x.tar', 'x.tar.sha256'],
    ['sha256sum --tag x.tar', 'checksums.txt'],
    ['md5sum x.tar', 'x.tar.md5'],
    ['sha1sum --tag x.tar', 'sums.txt'],
    ["sha256sum x.tar | cut -d' ' -f1", 'x.tar.sha256'],
]);

it('refuses what no honest packing tool makes', function (string $commands, string $message) {
    expect(fn() => madeBy($commands, 'x'))->toThrow(PackageError::class, $message);
})->with([
    'a link in a tar' => ['echo a > a.img; ln -s /etc/passwd b.img; tar cf x a.img b.img', 'link or a device'],
    'a climbing path in a tar' => [
        'mkdir s; echo a > a.img; cd s; tar --absolute-names -cf ../x ../a.img',
        'climbs out',
    ],
    'an absolute path in a tar' => ['echo a > a.img; tar -P -cf x $PWD/a.img $PWD/a.img', 'absolute'],
    'a link in a zip' => [
        'echo a > a.img; echo b > b.img; ln -s /etc/passwd c.img; zip -q --symlinks y.zip a.img b.img c.img; mv ' .
        'y.zip x',
        'link',
    ],
    'a tar in two layers of compression' => ['echo a > a.img; tar czf y a.img; gzip < y > x', 'compressed twice'],
    'a folder' => ['mkdir x', 'it is a folder'],
    'an empty file' => ['touch x', 'empty'],
]);

<?php

declare(strict_types=1);

use Tornavis\Core\Package\Image\BootHeader;
use Tornavis\Core\Package\Image\BootImageReader;
use Tornavis\Core\Package\Image\DeviceTreeTableReader;
use Tornavis\Core\Package\Image\VendorBootImageReader;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageInspector;

function imageFile(string $content): string
{
    $path = (string) tempnam(sys_get_temp_dir(), 'img');
    file_put_contents($path, $content);

    return $path;
}

function inspected(string $content): Package
{
    return PackageInspector::standard()->inspect(imageFile($content));
}

/** A boot image with a header of version 0 to 2, which has its own page size. */
function oldBoot(int $version, int $page, int $kernel, int $ramdisk, int $packed, string $line): string
{
    $header =
        BootImageReader::MAGIC .
        pack('V10', $kernel, 0, $ramdisk, 0, 0, 0, 0, $page, $version, $packed) .
        str_pad('test', 16, "\0") .
        str_pad($line, 512, "\0");
    $pages = static fn(int $bytes): int => intdiv($bytes + $page - 1, $page) * $page;

    return str_pad($header, $page, "\0") . str_repeat('k', $pages($kernel)) . str_repeat('r', $pages($ramdisk));
}

function newBoot(int $version, int $kernel, int $ramdisk): string
{
    $header =
        BootImageReader::MAGIC .
        pack('V9', $kernel, $ramdisk, BootHeader::pack(15, 2026, 9), 1584, 0, 0, 0, 0, $version) .
        str_pad('quiet', 1536, "\0");

    return str_pad($header, 4096, "\0") .
        str_repeat('k', intdiv($kernel + 4095, 4096) * 4096) .
        str_repeat('r', $ramdisk);
}

it('reads boot headers of every version', function (int $version) {
    $content =
        $version < 3
            ? oldBoot($version, 2048, 3000, 500, BootHeader::pack(9, 2019, 4), 'console=tty')
            : newBoot($version, 3000, 500);
    $facts = inspected($content)->facts;

    expect($facts->int('headerVersion'))
        ->toBe($version)
        ->and($facts->text('partition'))
        ->toBe('boot')
        ->and($facts->text('release'))
        ->toBe($version < 3 ? '9' : '15')
        ->and($facts->text('patchLevel'))
        ->toBe($version < 3 ? '2019-04-01' : '2026-09-01')
        ->and($facts->text('commandLine'))
        ->toBe($version < 3 ? 'console=tty' : 'quiet');
})->with([0, 1, 2, 3, 4]);

it('tells an image without a kernel from one with', function () {
    expect(inspected(newBoot(4, 0, 500))->facts->text('partition'))->toBe('init_boot');
});

it('says nothing about a release that the header leaves open', function () {
    $facts = inspected(oldBoot(1, 4096, 100, 100, 0, ''))->facts;

    expect($facts->text('release'))
        ->toBeNull()
        ->and($facts->text('patchLevel'))
        ->toBeNull()
        ->and($facts->text('commandLine'))
        ->toBeNull();
});

it('takes a command line that is no text as none', function () {
    expect(inspected(oldBoot(0, 2048, 10, 10, 0, "a\x01b<script>"))->facts->text('commandLine'))->toBeNull();
});

it('refuses a boot image whose header lies', function (string $content, string $message) {
    expect(fn() => inspected($content))->toThrow(PackageError::class, $message);
})->with([
    'a version that does not exist' => [substr_replace(newBoot(4, 10, 10), pack('V', 9), 40, 4), 'header version 9'],
    'a page size that is none' => [
        substr_replace(oldBoot(0, 2048, 10, 10, 0, ''), pack('V', 3000), 36, 4),
        'page size is 3000',
    ],
    'a kernel larger than the file' => [substr_replace(newBoot(4, 10, 10), pack('V', 1 << 30), 8, 4), 'ends too early'],
    'a header that is cut' => [substr(newBoot(4, 10, 10), 0, 30), 'ends too early'],
]);

/** A vendor boot image of version 3 or 4. */
function vendorBoot(int $version, int $page, int $entries, int $type): string
{
    $ramdisk = str_repeat('r', 5000);
    $table = str_repeat(pack('V3', 5000, 0, $type) . str_repeat("\0", 96), $entries);
    $header =
        VendorBootImageReader::MAGIC .
        pack('V5', $version, $page, 0, 0, strlen($ramdisk)) .
        str_pad('loglevel=3', 2048, "\0") .
        pack('V', 0) .
        str_repeat("\0", 16) .
        pack('V4', 2128, 0, 0, 0) .
        pack('V4', strlen($table), $entries, 108, 0);
    $padded = static fn(string $part): string => str_pad($part, intdiv(strlen($part) + $page - 1, $page) * $page, "\0");

    return $padded($header) . $padded($ramdisk) . $padded($table);
}

it('knows whether a vendor boot image holds a recovery', function (int $page, int $type, bool $holds) {
    expect(inspected(vendorBoot(4, $page, 2, $type))->facts->flag('hasRecoveryRamdisk'))->toBe($holds);
})->with([[4096, 2, true], [4096, 1, false], [2048, 2, true]]);

it('cannot tell from version 3 whether a recovery is inside', function () {
    $facts = inspected(vendorBoot(3, 4096, 0, 0))->facts;

    expect($facts->flag('hasRecoveryRamdisk'))->toBeNull()->and($facts->text('commandLine'))->toBe('loglevel=3');
});

it('refuses a vendor boot image whose header lies', function (string $content, string $message) {
    expect(fn() => inspected($content))->toThrow(PackageError::class, $message);
})->with([
    'another version' => [vendorBoot(7, 4096, 1, 1), 'header version 7'],
    'more ramdisks than make sense' => [
        substr_replace(vendorBoot(4, 4096, 1, 1), pack('V', 4_000_000), 2116, 4),
        'claims 4000000 entries',
    ],
    'a table behind the end' => [substr(vendorBoot(4, 4096, 2, 1), 0, 9000), 'ends too early'],
]);

it('refuses a device tree table that claims more than there is', function (int $total, int $count) {
    inspected(DeviceTreeTableReader::MAGIC . pack('N7', $total, 32, 32, $count, 32, 4096, 0) . str_repeat("\0", 64));
})
    ->with([[9000, 1], [96, 400]])
    ->throws(PackageError::class, 'claims');

<?php

declare(strict_types=1);

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\Zip\ZipDirectory;

/** @param array<string, string> $entries */
function zipWith(array $entries, ?callable $change = null): string
{
    $path = (string) tempnam(sys_get_temp_dir(), 'zip');
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::OVERWRITE);
    foreach ($entries as $name => $content) {
        $zip->addFromString($name, $content);
        $zip->setCompressionName($name, ZipArchive::CM_STORE);
    }
    $change !== null && $change($zip);
    $zip->close();

    return $path;
}

it('lists and unpacks what an ordinary packing tool wrote', function () {
    $folder = sys_get_temp_dir() . '/zip-' . getmypid();
    is_dir($folder) || mkdir($folder);
    file_put_contents("{$folder}/a.txt", str_repeat('knots ', 1000));
    exec(
        'cd ' . escapeshellarg($folder) . ' && rm -f z.zip && zip -q z.zip a.txt && printf x | zip -q -fz z.zip -',
        $out,
        $code,
    );
    $zip = ZipDirectory::of(Bytes::open("{$folder}/z.zip"));

    expect($code)
        ->toBe(0)
        ->and(array_keys($zip->entries))
        ->toBe(['a.txt', '-'])
        ->and($zip->contents($zip->entries['a.txt']))
        ->toBe(str_repeat('knots ', 1000))
        ->and($zip->contents($zip->entries['-']))
        ->toBe('x');
});

it('refuses an entry that would leave the archive or hide what it is', function (string $name, string $problem) {
    ZipDirectory::of(Bytes::open(zipWith([$name => 'x'])));
})
    ->with([
        ['../up.txt', 'climbs'],
        ['a/../../b', 'climbs'],
        ['/etc/x', 'absolute'],
        ['C:x', 'absolute'],
        ['a\\b', 'absolute'],
        ["a\x07b", 'control'],
        ["\xff\xfe", 'UTF-8'],
    ])
    ->throws(PackageError::class);

it('refuses a link', function () {
    ZipDirectory::of(
        Bytes::open(
            zipWith(
                ['link' => '/etc/passwd'],
                fn(ZipArchive $zip) => $zip->setExternalAttributesName('link', ZipArchive::OPSYS_UNIX, 0o120777 << 16),
            ),
        ),
    );
})->throws(PackageError::class, 'link');

it('refuses a directory that lies about places and sizes', function (string $search, string $replace, string $message) {
    $path = zipWith(['one.txt' => 'first', 'two.txt' => 'second']);
    $data = (string) file_get_contents($path);
    $at = strrpos($data, $search);
    expect($at)->not->toBeFalse();
    file_put_contents($path, substr_replace($data, $replace, (int) $at, strlen($replace)));
    expect(fn() => ZipDirectory::of(Bytes::open($path)))->toThrow(PackageError::class, $message);
})->with([
    'more entries than there are' => ["PK\x05\x06", "PK\x05\x06\0\0\0\0\x03\0\x03\0", 'fewer entries'],
    'an unreasonable number of entries' => ["PK\x05\x06", "PK\x05\x06\0\0\0\0\x70\xf0\x70\xf0", 'claims 61552 entries'],
    'a directory behind its own end' => [
        "PK\x05\x06",
        "PK\x05\x06\0\0\0\0\x02\0\x02\0\xff\xff\xff\x0f",
        'not before its own end',
    ],
    'no end at all' => ["PK\x05\x06", 'XXXX', 'directory is missing'],
]);

it('refuses entries that overlap', function () {
    $path = zipWith(['one.txt' => str_repeat('a', 64), 'two.txt' => 'second']);
    $data = (string) file_get_contents($path);
    $second = (int) strrpos($data, "PK\x01\x02");
    file_put_contents($path, substr_replace($data, pack('V', 8), $second + 42, 4));
    ZipDirectory::of(Bytes::open($path));
})->throws(PackageError::class, 'overlap');

it('refuses content that does not unpack to what was promised', function () {
    $path = zipWith(['one.txt' => 'first']);
    file_put_contents($path, str_replace('first', 'fIrst', (string) file_get_contents($path)));
    $zip = ZipDirectory::of(Bytes::open($path));
    $zip->contents($zip->entries['one.txt']);
})->throws(PackageError::class, 'does not unpack');

it('says of every cut at any byte that the file is not whole', function () {
    $whole = (string) file_get_contents(zipWith(['one.txt' => 'first', 'two.txt' => 'second']));
    $path = (string) tempnam(sys_get_temp_dir(), 'cut');
    for ($length = 1; $length < strlen($whole); $length++) {
        file_put_contents($path, substr($whole, 0, $length));
        expect(fn() => ZipDirectory::of(Bytes::open($path)))->toThrow(PackageError::class);
    }
});

<?php

declare(strict_types=1);

use Tornavis\Core\Package\Checksum;

/*
 * Sums of a file that is large enough for the system's own tool to compute them beside.
 */

function large(): string
{
    $path = sys_get_temp_dir() . '/tornavis-large-' . getmypid() . '.bin';
    is_file($path) || file_put_contents($path, str_repeat(random_bytes(1 << 20), 40) . 'rest');

    return $path;
}

afterAll(static function (): void {
    unlink(large());
});

it('computes every kind of sum in one pass, and reports each piece', function () {
    $algorithms = ['sha256', 'sha1', 'md5', 'sha512'];
    $done = [];
    $sums = Checksum::all(large(), $algorithms, function (int $bytes) use (&$done): void {
        $done[] = $bytes;
    });

    expect($sums)
        ->toBe(
            array_combine(
                $algorithms,
                array_map(static fn(string $one): string => (string) hash_file($one, large()), $algorithms),
            ),
        )
        ->and(end($done))
        ->toBe((40 << 20) + 4);
});

it('has the right sum where the tool fails, dies early or is not there', function (?string $tool) {
    $folder = sys_get_temp_dir() . '/tornavis-tool-' . getmypid();
    is_dir($folder) || mkdir($folder);
    if ($tool !== null) {
        file_put_contents("{$folder}/openssl", "#!/bin/sh\n{$tool}\n");
        chmod("{$folder}/openssl", 0o755);
    }
    $before = (string) getenv('PATH');
    putenv("PATH={$folder}");
    try {
        expect(Checksum::sha256(large()))->toBe(hash_file('sha256', large()));
    } finally {
        putenv("PATH={$before}");
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        rmdir($folder);
    }
})->with([
    'fails' => ['exit 1'],
    'dies early' => ['exec <&-; exit 0'],
    'says something else' => ['while read -r line; do :; done; echo hello'],
    'is not there' => [null],
]);

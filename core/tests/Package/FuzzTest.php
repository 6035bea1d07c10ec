<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageInspector;

/** One change of the kind that a bad download or a hostile hand makes. */
function mutated(string $data): string
{
    $at = mt_rand(0, strlen($data) - 1);
    // Half of the changes go where structure lies: the beginning and the end.
    $at = match (mt_rand(0, 3)) {
        0 => min($at, mt_rand(0, 4096)),
        1 => max(0, strlen($data) - mt_rand(1, 2048)),
        default => $at,
    };

    return match (mt_rand(0, 5)) {
        0 => substr($data, 0, $at),
        1 => substr_replace($data, chr(mt_rand(0, 255)), $at, 1),
        2 => substr_replace($data, pack('V', mt_rand(0, PHP_INT_MAX) & 0xFFFFFFFF), $at, 4),
        3 => substr_replace($data, "\xff\xff\xff\xff\xff\xff\xff\xff", $at, 8),
        4 => substr_replace($data, str_repeat("\0", 64), $at, 64),
        default => substr_replace($data, substr($data, 0, 512), $at, 0),
    };
}

$fuzz = function (string $name, int $count): void {
    $data = (string) file_get_contents(World::path($name));
    $path = (string) tempnam(sys_get_temp_dir(), 'fuzz');
    $inspector = PackageInspector::standard();
    mt_srand(20260914);
    $refused = 0;
    for ($i = 0; $i < $count; $i++) {
        file_put_contents($path, mutated($data));
        $start = hrtime(true);
        try {
            $inspector->inspect($path);
        } catch (PackageError $error) {
            expect($error->todo)->not->toBe('');
            $refused++;
        }
        expect(hrtime(true) - $start)->toBeLessThan(10_000_000_000);
    }

    expect($refused)->toBeGreaterThan(0)->and(memory_get_peak_usage())->toBeLessThan(256 << 20);
};

dataset('containers', [
    'larder-mini-15-arm64.zip',
    'lamplight-9.4-20250611-marl.zip',
    'saltern-15.2-20260903-bowline.zip',
    'saltern-15.2-boot-bowline.img',
    'wicket-4.1-bowline.img',
    'saltern-15.2-dtbo-bowline.img',
    'saltern-generic-15-arm64.img',
    'verify-11.1.2-prusik.img',
    'empty-super-prusik.img',
    'wicket-4.1-becket.img',
    'tarnos-4.1.2-halyard.tar',
    'hull-13.0-becket-eu.zip',
    'identity-SK-01.img',
    'saltern-generic-15-arm64.img.gz',
]);

it('answers a mutated file with facts or with a typed error, soon and in little memory', $fuzz)->with('containers')->with([80]);

it('answers any of many mutated files so', $fuzz)->with('containers')->with([600])->group('whole');

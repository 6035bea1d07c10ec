<?php

declare(strict_types=1);

namespace Tests\Support\Hostile;

use Tests\Support\World;

/** Real files of every container with one change each, of the kind that a bad download or a hostile hand makes. */
final class Mutants
{
    /** One file of each container and form that is read. */
    public const CONTAINERS = [
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
    ];

    /**
     * @return \Generator<string, string> content by name, the same for the same seed
     */
    public static function of(int $count, int $seed): \Generator
    {
        mt_srand($seed);
        for ($i = 0; $i < $count; $i++) {
            $name = self::CONTAINERS[$i % count(self::CONTAINERS)];
            yield "mutant-{$seed}-{$i}-{$name}" => self::changed((string) file_get_contents(World::path($name)));
        }
    }

    private static function changed(string $data): string
    {
        $at = mt_rand(0, strlen($data) - 1);
        // Half of the changes go where structure lies: the beginning and the end.
        $at = match (mt_rand(0, 3)) {
            0 => min($at, mt_rand(0, 4096)),
            1 => max(0, strlen($data) - mt_rand(1, 2048)),
            default => $at,
        };

        return match (mt_rand(0, 6)) {
            0 => substr($data, 0, $at),
            1 => substr_replace($data, chr(mt_rand(0, 255)), $at, 1),
            2 => substr_replace($data, pack('V', mt_rand(0, PHP_INT_MAX) & 0xffffffff), $at, 4),
            3 => substr_replace($data, "\xff\xff\xff\xff\xff\xff\xff\xff", $at, 8),
            4 => substr_replace($data, str_repeat("\0", 64), $at, 64),
            5 => substr_replace($data, "\xff\xff\xff\xff\xff\xff\xff\x7f", $at, 8),
            default => substr_replace($data, substr($data, 0, 512), $at, 0),
        };
    }
}

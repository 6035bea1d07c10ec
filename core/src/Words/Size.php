<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** Sizes and times as people read them. */
final class Size
{
    /** @param int $bytes not negative */
    public static function text(int $bytes): string
    {
        foreach ([['GiB', 1 << 30], ['MiB', 1 << 20], ['KiB', 1 << 10]] as [$unit, $size]) {
            if ($bytes >= $size) {
                return number_format($bytes / $size, 1, '.', '') . ' ' . $unit;
            }
        }

        return $bytes . ' B';
    }

    /** @param int $seconds not negative */
    public static function minutes(int $seconds): string
    {
        return $seconds < 60 ? $seconds . ' s' : max(1, (int) round($seconds / 60)) . ' min';
    }
}

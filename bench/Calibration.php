<?php

declare(strict_types=1);

namespace Tornavis\Bench;

/**
 * How fast this machine is at this moment, by a loop of plain PHP: the same bench took twice as long an hour later. A
 * limit in seconds is held against it.
 */
final class Calibration
{
    /** Seconds of the loop on the machine on which the limits were set, while it did nothing else. */
    private const REFERENCE_SECONDS = 0.06;

    private const ROUNDS = 5;

    /** @return float how many times slower than the reference: above 1 is slower */
    public static function factor(): float
    {
        $best = INF;
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $start = hrtime(true);
            self::loop();
            $best = min($best, (hrtime(true) - $start) / 1e9);
        }

        return $best / self::REFERENCE_SECONDS;
    }

    private static function loop(): int
    {
        $sum = 0;
        $rows = [];
        for ($i = 0; $i < 300_000; $i++) {
            $rows[$i & 1023] = ['n' => $i, 'text' => "row {$i}"];
            $sum = ($sum * 31 + ($rows[($i * 7) & 1023]['n'] ?? 0)) & 0xffffff;
        }
        json_decode((string) json_encode($rows), true);

        return $sum;
    }
}

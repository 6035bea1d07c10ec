<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Format\FormatError;

/**
 * A wall-clock time in a zone as a moment.
 *
 * Where the clocks go back an hour happens twice, and where they go forward an hour never happens.
 */
final class ZonedTime
{
    /**
     * @param  string  $local  "2026-10-25T02:30", as a clock on the wall shows it
     * @param  string  $zone  "Europe/Lisbon" or an offset
     * @return list<\DateTimeImmutable> in UTC: one moment, or two where the clocks went back
     *
     * @throws FormatError when the zone or the time does not exist
     */
    public static function moments(string $local, string $zone): array
    {
        try {
            $place = new \DateTimeZone($zone);
        } catch (\Exception) {
            throw FormatError::invalid(
                'the form',
                '/zone',
                "There is no time zone {$zone}",
                'a name like Atlantic/Reykjavik',
            );
        }
        $wall = \DateTimeImmutable::createFromFormat('!Y-m-d\TH:i', substr($local, 0, 16), new \DateTimeZone('UTC'));
        if ($wall === false || $wall->format('Y-m-d\TH:i') !== substr($local, 0, 16)) {
            throw FormatError::invalid(
                'the form',
                '/at',
                "The time {$local} cannot be read",
                'a time like 2026-09-14T09:20',
            );
        }
        $moments = [];
        foreach (self::offsets($place, $wall->getTimestamp()) as $offset) {
            $moment = $wall->modify(sprintf('%+d seconds', -$offset));
            if ($place->getOffset($moment) === $offset) {
                $moments[$moment->getTimestamp()] = $moment;
            }
        }
        if ($moments === []) {
            throw FormatError::invalid(
                'the form',
                '/at',
                "The clocks in {$zone} skip {$local}",
                'a time that the clock showed',
            );
        }
        ksort($moments);

        return array_values($moments);
    }

    /**
     * Every offset that holds within a day of a time.
     *
     * @return list<int> seconds east of Greenwich
     */
    private static function offsets(\DateTimeZone $zone, int $around): array
    {
        $offsets = array_column($zone->getTransitions($around - 90_000, $around + 90_000) ?: [], 'offset');
        $offsets[] = $zone->getOffset(new \DateTimeImmutable("@{$around}"));

        return array_values(array_unique($offsets));
    }
}

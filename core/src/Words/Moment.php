<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * Times as the formats write them: ISO 8601, a date alone or a date and a time with or without its offset.
 *
 * Nothing here reads a clock: words like "now" and "tomorrow", which the language's own functions take, are no times.
 */
final class Moment
{
    private const DATE = '(\d{4})-(\d\d)-(\d\d)';

    private const TIME = '(\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?';

    private const OFFSET = '(Z|[+-]\d\d:?\d\d)';

    private const ISO_8601 = '/^' . self::DATE . '(?:[T ]' . self::TIME . '\s?' . self::OFFSET . '?)?$/';

    /**
     * Unix seconds. Where no offset is written the time is in UTC.
     *
     * @return ?int null where the text is no such time, or no such day exists
     */
    public static function seconds(string $text): ?int
    {
        if (preg_match(self::ISO_8601, trim($text), $part) !== 1) {
            return null;
        }
        [$year, $month, $day] = [(int) $part[1], (int) $part[2], (int) $part[3]];
        [$hour, $minute, $second] = [(int) ($part[4] ?? 0), (int) ($part[5] ?? 0), (int) ($part[6] ?? 0)];
        if (!checkdate($month, $day, $year) || $hour > 23 || $minute > 59 || $second > 60) {
            return null;
        }
        $utc = gmmktime($hour, $minute, $second, $month, $day, $year);

        return $utc === false ? null : $utc - self::offsetSeconds($part[7] ?? 'Z');
    }

    public static function read(string $text): ?\DateTimeImmutable
    {
        $seconds = self::seconds($text);

        return $seconds === null ? null : new \DateTimeImmutable("@{$seconds}");
    }

    /** @param  string  $offset  "Z", "+02:00" or "+0200" */
    private static function offsetSeconds(string $offset): int
    {
        if ($offset === 'Z' || $offset === '') {
            return 0;
        }
        $digits = str_replace(':', '', substr($offset, 1));
        $seconds = 3600 * (int) substr($digits, 0, 2) + 60 * (int) substr($digits, 2, 2);

        return $offset[0] === '-' ? -$seconds : $seconds;
    }
}

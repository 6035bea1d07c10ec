<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Moment;

/**
 * The hours that a maker asks for before its bootloader may be unlocked, counted as hours and not as days on a
 * calendar.
 */
final readonly class UnlockWait
{
    /** In minutes. */
    private const DAY = 1440;

    private const HOUR = 60;

    private function __construct(public \DateTimeImmutable $startedAt, public int $hours) {}

    /** Null where the wait was not started, or nobody has entered how long it is. */
    public static function of(State $state, ModelSheet $sheet): ?self
    {
        $started = $state->text(StateField::UnlockWaitStarted);
        if ($started === null || $sheet->unlockWaitHours === null || $sheet->unlockWaitHours === 0) {
            return null;
        }

        return self::since($started, $sheet->unlockWaitHours);
    }

    /**
     * @param  string  $started  ISO 8601 with its offset
     * @return ?self null where the time cannot be read
     */
    public static function since(string $started, int $hours): ?self
    {
        $startedAt = Moment::read($started);

        return $startedAt === null ? null : new self($startedAt, $hours);
    }

    /** The first moment at which it is over, in UTC. */
    public function earliest(): \DateTimeImmutable
    {
        return $this->startedAt->modify("+{$this->hours} hours");
    }

    /** Seconds left; 0 when it is over. */
    public function leftSeconds(\DateTimeImmutable $now): int
    {
        return max(0, $this->earliest()->getTimestamp() - $now->getTimestamp());
    }

    public function isOver(\DateTimeImmutable $now): bool
    {
        return $this->leftSeconds($now) === 0;
    }

    /** "2 days and 4 hours", "3 hours and 20 minutes", "12 minutes". */
    public static function words(int $seconds): string
    {
        $minutes = intdiv($seconds + 59, 60);
        $days = intdiv($minutes, self::DAY);
        $hours = intdiv($minutes % self::DAY, self::HOUR);
        $rest = $minutes % self::HOUR;
        $parts = $days > 0 ? [self::days($days), self::hours($hours)] : [self::hours($hours), self::minutes($rest)];
        $said = array_filter($parts, static fn(string $part): bool => $part !== '');

        return $said === [] ? 'no time' : implode(' and ', $said);
    }

    private static function days(int $count): string
    {
        return $count === 1 ? '1 day' : "{$count} days";
    }

    private static function hours(int $count): string
    {
        return match ($count) {
            0 => '',
            1 => '1 hour',
            default => "{$count} hours",
        };
    }

    private static function minutes(int $count): string
    {
        return match ($count) {
            0 => '',
            1 => '1 minute',
            default => "{$count} minutes",
        };
    }

    /**
     * An iCalendar file (RFC 5545) with the moment and a reminder half an hour before.
     *
     * @param  string  $label  of the unit
     */
    public function calendar(string $label, string $codename, \DateTimeImmutable $now): string
    {
        $time = static fn(\DateTimeImmutable $moment): string => $moment
            ->setTimezone(new \DateTimeZone('UTC'))
            ->format('Ymd\THis\Z');
        $text = static fn(string $words): string => addcslashes($words, '\\;,');

        return implode(
            '',
            array_map(self::fold(...), [
                'BEGIN:VCALENDAR',
                'VERSION:2.0',
                'PRODID:-//Tornavis//Unlock wait//EN',
                'BEGIN:VEVENT',
                "UID:unlock-{$this->startedAt->getTimestamp()}-" . rawurlencode($label) . '@tornavis.invalid',
                "DTSTAMP:{$time($now)}",
                "DTSTART:{$time($this->earliest())}",
                "DTEND:{$time($this->earliest()->modify('+15 minutes'))}",
                'SUMMARY:' . $text("{$codename} {$label}: unlocking is allowed"),
                'DESCRIPTION:' .
                $text(
                    "The wait of {$this->hours} hours is over. Unlocking erases the phone: make sure that " .
                        'everything is backed up.',
                ),
                'BEGIN:VALARM',
                'TRIGGER:-PT30M',
                'ACTION:DISPLAY',
                'DESCRIPTION:' . $text("{$label}: half an hour to the end of the wait"),
                'END:VALARM',
                'END:VEVENT',
                'END:VCALENDAR',
            ]),
        );
    }

    /** A content line, folded at 75 bytes without cutting a character. */
    private static function fold(string $line): string
    {
        $rows = [];
        while (strlen($line) > 74) {
            $row = mb_strcut($line, 0, 74);
            $rows[] = $row;
            $line = ' ' . substr($line, strlen($row));
        }
        $rows[] = $line;

        return implode("\r\n", $rows) . "\r\n";
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Words\WrittenOut;

/** A journal as text with one event a line, out and in. */
final class JournalText
{
    /**
     * @param  list<JournalEvent>  $events
     */
    public static function jsonLines(array $events): string
    {
        return implode(
            '',
            array_map(
                static fn(JournalEvent $event): string => json_encode(
                    $event->toArray(),
                    JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
                ) . "\n",
                $events,
            ),
        );
    }

    /**
     * A table for spreadsheets, as RFC 4180 has it.
     *
     * @param  list<JournalEvent>  $events
     */
    public static function csv(array $events): string
    {
        $file = fopen('php://temp', 'w+b') ?: throw new \LogicException('There is no temporary file.');
        fputcsv($file, ['sequence', 'at', 'kind', 'step', 'says', 'seconds', 'hash'], escape: '', eol: "\r\n");
        foreach ($events as $event) {
            $says =
                array_values(
                    array_filter(
                        array_map($event->text(...), [
                            'says',
                            'reason',
                            'title',
                            'shows',
                            'answer',
                            'operation',
                            'note',
                        ]),
                        static fn(string $text): bool => $text !== '',
                    ),
                )[0] ?? '';
            // A text that begins like a formula would be run by a spreadsheet.
            fputcsv(
                $file,
                [
                    $event->sequence,
                    $event->at,
                    $event->kind->value,
                    $event->step,
                    preg_match('/^[=+@\t\r-]/', $says) === 1 ? "'{$says}" : WrittenOut::of($says),
                    $event->int('elapsedSeconds'),
                    $event->hash,
                ],
                escape: '',
                eol: "\r\n",
            );
        }
        rewind($file);

        return (string) stream_get_contents($file);
    }

    /**
     * @param  int  $firstLine  number of the first line in its file
     * @return list<JournalEvent> in order, each with the hash of the one before
     *
     * @throws FormatError when a line is none, is missing, or is not as it was written
     */
    public static function read(string $text, string $where, int $firstLine = 1): array
    {
        $events = [];
        $previous = JournalEvent::BEGINNING;
        foreach (explode("\n", trim($text)) as $index => $line) {
            $at = "{$where}, line " . ($index + $firstLine);
            $row = Schema::decodeText($line, $at);
            Schema::of('journal-event')->check(
                ['data' => (object) (is_array($row['data'] ?? null) ? $row['data'] : [])] + $row,
                $at,
            );
            $event = JournalEvent::fromArray($row);
            if ($event->sequence !== $index + 1 || $event->previous !== $previous) {
                throw FormatError::invalid(
                    $at,
                    'sequence',
                    "It is event {$event->sequence}, and does not follow on the one before",
                    'event ' . ($index + 1) . ' with the hash of the one before; a line was cut out or put in',
                );
            }
            if (!$event->isWhole()) {
                throw FormatError::invalid(
                    $at,
                    'hash',
                    'The line is not as it was written',
                    'a line whose hash fits what it says; it was changed',
                );
            }
            $previous = $event->hash;
            $events[] = $event;
        }

        return $events;
    }
}

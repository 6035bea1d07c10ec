<?php

declare(strict_types=1);

namespace Tornavis\Core\Record;

use Tornavis\Core\Words\Markdown;

/** The record of a run as a page of Markdown. */
final class RecordPage
{
    /** The record as a Markdown page. */
    public static function markdown(Record $record): string
    {
        $data = $record->toArray();
        $text = Markdown::text(...);
        $lines = [
            "# {$text("{$data['codename']} {$data['unit']}: {$data['build']}")}",
            '',
            "Status: {$text($data['status'])}. Started {$text($data['startedAt'])}, " .
            "last event {$text($data['endedAt'])}. The journal is " .
            ($data['journalIsWhole'] ? 'whole' : 'NOT whole') .
            " and {$text($data['signed'])}.",
        ];
        $changes = array_map(
            static fn(array $row): array => [
                $row['label'],
                $row['before'],
                $row['after'],
                $row['seen'] ? 'on the phone' : 'predicted',
            ],
            $data['changes'],
        );
        $steps = array_map(
            static fn(array $row): array => [
                $row['number'],
                $row['title'],
                "{$row['expectedSeconds']} s",
                $row['seconds'] === null ? '' : "{$row['seconds']} s",
                $row['evidence'],
            ],
            $data['steps'],
        );
        $files = array_map(
            static fn(array $row): array => [$row['name'], $row['sizeBytes'], $row['sha256'], $row['integrity']],
            $data['files'],
        );
        array_push(
            $lines,
            ...self::table('Before and after', '| | before | after | seen |', $changes),
            ...self::table('Steps', '| | step | planned | took | evidence |', $steps),
            ...self::table('Files', '| file | bytes | SHA-256 | |', $files),
        );
        $lists = [
            'What was given up or comes back' => array_map(
                static fn(array $row): string => "{$row['label']}: {$row['says']}",
                $data['losses'],
            ),
            'Notes' => array_map(static fn(array $row): string => "{$row['at']}: {$row['note']}", $data['notes']),
            'At the next update' => $data['nextUpdate'],
            'What went otherwise' => array_map(
                static fn(array $row): string => "{$row['at']}, step {$row['step']}: {$row['says']}",
                $data['deviations'],
            ),
        ];
        foreach (array_filter($lists) as $title => $entries) {
            $points = array_map(static fn(string $entry): string => "- {$text($entry)}", $entries);
            array_push($lines, '', "## {$title}", '', ...$points);
        }

        return implode("\n", $lines) . "\n";
    }

    /**
     * @param  string  $head  the names of the columns, as a line of the table
     * @param  list<list<string|int|null>>  $rows
     * @return list<string> lines
     */
    private static function table(string $title, string $head, array $rows): array
    {
        $lines = array_map(
            static fn(array $row): string => '| ' . implode(' | ', array_map(Markdown::text(...), $row)) . ' |',
            $rows,
        );

        return ['', "## {$title}", '', $head, str_repeat('|---', substr_count($head, '|') - 1) . '|', ...$lines];
    }
}

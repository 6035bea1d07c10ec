<?php

declare(strict_types=1);

namespace Tornavis\Core\Record;

/** The record of a run as a page of Markdown. */
final class RecordPage
{
    /** The record as a Markdown page. */
    public static function markdown(Record $record): string
    {
        $data = $record->toArray();
        $lines = [
            "# {$data['codename']} {$data['unit']}: {$data['build']}",
            '',
            "Status: {$data['status']}. Started {$data['startedAt']}, last event {$data['endedAt']}. The journal is " .
            ($data['journalIsWhole'] ? 'whole' : 'NOT whole') .
            " and {$data['signed']}.",
            '',
            '## Before and after',
            '',
            '| | before | after | seen |',
            '|---|---|---|---|',
        ];
        foreach ($data['changes'] as $row) {
            $lines[] =
                "| {$row['label']} | {$row['before']} | {$row['after']} | " .
                ($row['seen'] ? 'on the phone' : 'predicted') .
                ' |';
        }
        array_push($lines, '', '## Steps', '', '| | step | planned | took | evidence |', '|---|---|---|---|---|');
        foreach ($data['steps'] as $row) {
            $took = $row['seconds'] === null ? '' : "{$row['seconds']} s";
            $lines[] =
                "| {$row['number']} | {$row['title']} | {$row['expectedSeconds']} s | {$took} | " .
                "{$row['evidence']} |";
        }
        array_push($lines, '', '## Files', '', '| file | bytes | SHA-256 | |', '|---|---|---|---|');
        foreach ($data['files'] as $row) {
            $lines[] = "| {$row['name']} | {$row['sizeBytes']} | {$row['sha256']} | {$row['integrity']} |";
        }
        $lists = [
            'What was given up or comes back' => array_map(
                static fn(array $row): string => "{$row['label']}: {$row['says']}",
                $data['losses'],
            ),
            'Notes' => array_map(
                static fn(array $row): string => "{$row['at']}: " . preg_replace('/\s*\R\s*/', ' ', $row['note']),
                $data['notes'],
            ),
            'At the next update' => $data['nextUpdate'],
        ];
        foreach ($lists as $title => $entries) {
            $entries === [] ?:
            array_push(
                $lines,
                '',
                "## {$title}",
                '',
                ...array_map(static fn(string $entry): string => "- {$entry}", $entries),
            );
        }
        if ($data['deviations'] !== []) {
            array_push(
                $lines,
                '',
                '## What went otherwise',
                '',
                ...array_map(
                    static fn(array $row): string => "- {$row['at']}, step {$row['step']}: {$row['says']}",
                    $data['deviations'],
                ),
            );
        }

        return implode("\n", $lines) . "\n";
    }
}

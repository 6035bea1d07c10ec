<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\UnitRecord;
use App\Models\WorkJob;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Job\Job;

/**
 * What happened to a phone, newest first: looks at it, backups, notes, jobs and runs.
 *
 * @phpstan-type Entry array{at: string, kind: string, text: string, details: list<string>, to: ?string, undo?: ?string}
 */
final class UnitHistory
{
    /**
     * @return list<Entry>
     */
    public static function of(UnitRecord $record): array
    {
        $unit = $record->unit();
        $entries = self::looks($unit->facts);
        foreach ($unit->backups as $backup) {
            $entries[] = [
                'at' => $backup->madeAt,
                'kind' => 'backup',
                'text' => "Backup \"{$backup->id}\", {$backup->place}",
                'details' => [],
                'to' => null,
            ];
        }
        foreach ($unit->notes as $note) {
            $entries[] = ['at' => $note->at, 'kind' => 'note', 'text' => $note->text, 'details' => [], 'to' => null];
        }
        foreach ($record->jobs as $job) {
            array_push($entries, ...self::work($job));
        }
        usort($entries, static fn(array $a, array $b): int => (int) strtotime($b['at']) <=> (int) strtotime($a['at']));

        return $entries;
    }

    /**
     * Statements of one source at one time and place are one look; what was new then is in its details.
     *
     * @param  list<Fact>  $facts
     * @return list<Entry>
     */
    private static function looks(array $facts): array
    {
        usort(
            $facts,
            static fn(Fact $a, Fact $b): int => (int) strtotime($a->at ?? '') <=> (int) strtotime($b->at ?? ''),
        );
        $state = State::of();
        $entries = [];
        foreach ($facts as $fact) {
            $place = Unit::pasteOf($fact) ?? $fact->where;
            $key = "{$fact->at}|{$fact->source->value}|{$place}";
            $entries[$key] ??= [
                'at' => $fact->at ?? '',
                'kind' => 'state',
                'text' => ucfirst($fact->source->label()) . ($place === '' ? '' : ", {$place}"),
                'details' => [],
                'to' => null,
                'undo' => Unit::pasteOf($fact) === null ? null : $fact->at,
            ];
            $old = $state->fact($fact->name);
            if (!$fact->agreesWith($old)) {
                $now = FactName::say($fact->name, $fact->value);
                $entries[$key]['details'][] =
                    FactName::label($fact->name) .
                    ': ' .
                    ($old->known() ? FactName::say($fact->name, $old->value) . " → {$now}" : $now);
            }
            $state = $state->with([$fact->name => $fact->value], $fact->source, $fact->where, $fact->at);
        }

        return array_values($entries);
    }

    /**
     * @return list<Entry>
     */
    private static function work(WorkJob $job): array
    {
        $entries = [
            [
                'at' => $job->created_at?->toIso8601String() ?? '',
                'kind' => 'job',
                'text' => 'Job opened: ' . Job::of($job->intent)->label(),
                'details' => [],
                'to' => "/jobs/{$job->id}",
            ],
        ];
        foreach ($job->runs as $run) {
            $entries[] = [
                'at' => $run->created_at?->toIso8601String() ?? '',
                'kind' => 'run',
                'text' => "Run: {$run->build}, {$run->status}",
                'details' => [],
                'to' => "/jobs/{$job->id}/record",
            ];
        }

        return $entries;
    }
}

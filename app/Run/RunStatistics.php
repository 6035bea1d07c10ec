<?php

declare(strict_types=1);

namespace App\Run;

use App\Models\JournalLine;
use App\Models\Run;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Situation\Rates;

/** What the runs of the bench come to. */
final class RunStatistics
{
    private const MOST_TROUBLES = 8;

    /** Runs of one build whose times are shown. */
    private const MOST_TIMES = 60;

    /** Runs from which the times of a model are learned, the newest. */
    private const LEARN_FROM = 20;

    /**
     * @return array<string, mixed> as in docs/formats/api/log-summary.schema.json
     */
    public static function all(): array
    {
        /** @var array<string, non-empty-list<Run>> $groups */
        $groups = [];
        foreach (
            Run::query()
                ->get(['id', 'codename', 'build', 'status', 'seconds', 'expected_seconds', 'troubles'])
                ->sortBy(['codename', 'build'])
            as $run
        ) {
            $groups["{$run->codename}\n{$run->build}"][] = $run;
        }
        $rows = [];
        foreach ($groups as $runs) {
            $ended = array_values(array_filter($runs, static fn(Run $run): bool => $run->status === RunState::ENDED));
            $rows[] = [
                'codename' => $runs[0]->codename,
                'build' => $runs[0]->build,
                'runs' => count($runs),
                'ended' => count($ended),
                'withTrouble' => count(array_filter($runs, static fn(Run $run): bool => $run->troubles > 0)),
                'times' => self::times($ended),
                'plannedSeconds' => self::median(array_map(static fn(Run $run): int => $run->expected_seconds, $ended)),
            ];
        }

        return ['models' => $rows, 'troubles' => self::troubles()];
    }

    /**
     * @param  list<Run>  $runs  those that were done
     * @return list<int> seconds of the newest, the shortest first
     */
    private static function times(array $runs): array
    {
        usort($runs, static fn(Run $a, Run $b): int => $b->id <=> $a->id);
        $times = array_map(static fn(Run $run): int => $run->seconds, array_slice($runs, 0, self::MOST_TIMES));
        sort($times);

        return $times;
    }

    /**
     * What people were asked about most, in the words of the journal, what they did then, and how many runs with it
     * ended well.
     *
     * @return list<array{says: string, times: int, ended: int, then: object}> then: "again", "stop", "plan" or "back"
     *     → how often
     */
    private static function troubles(): array
    {
        $status = Run::query()->where('troubles', '>', 0)->pluck('status', 'id')->all();
        /** @var array<string, array{times: int, runs: array<int, bool>, then: list<string>}> $troubles */
        $troubles = [];
        $open = [];
        foreach (
            JournalLine::query()
                ->whereIn('kind', ['asked', 'told', 'stopped'])
                ->whereIn('run_id', array_keys($status))
                ->orderBy('run_id')
                ->orderBy('sequence')
                ->get(['run_id', 'kind', 'data'])
            as $line
        ) {
            $data = (array) json_decode($line->data, true);
            $says = $open[$line->run_id] ?? null;
            unset($open[$line->run_id]);
            if ($line->kind !== 'asked') {
                $then =
                    $line->kind === 'told'
                        ? 'again'
                        : (is_string($data['followedBy'] ?? null)
                            ? $data['followedBy']
                            : 'stop');
                if ($says !== null && isset($troubles[$says])) {
                    $troubles[$says]['then'][] = $then;
                }
            } elseif (in_array($data['about'] ?? '', RunState::TROUBLES, true) && is_string($data['says'] ?? null)) {
                $open[$line->run_id] = $data['says'];
                $troubles[$data['says']] ??= ['times' => 0, 'runs' => [], 'then' => []];
                $troubles[$data['says']]['times']++;
                $troubles[$data['says']]['runs'][$line->run_id] = ($status[$line->run_id] ?? '') === RunState::ENDED;
            }
        }
        uasort($troubles, static fn(array $a, array $b): int => $b['times'] <=> $a['times']);
        $most = array_slice($troubles, 0, self::MOST_TROUBLES);

        return array_map(
            static fn(string $says, array $one): array => [
                'says' => $says,
                'times' => $one['times'],
                'ended' => count(array_keys($one['runs'], true, true)),
                'then' => (object) array_count_values($one['then']),
            ],
            array_map(strval(...), array_keys($most)),
            $most,
        );
    }

    /**
     * @return array<string, mixed> as in docs/formats/api/run-comparison.schema.json
     */
    public static function compare(Run $one, Run $other): array
    {
        $steps = [];
        foreach ([$one, $other] as $side => $run) {
            $state = $run->state();
            foreach (PlannedStep::allOf($run->plan) as $step) {
                $steps[$step->title] ??= ['title' => $step->title, 'sides' => [null, null]];
                $steps[$step->title]['sides'][$side] = [
                    'expectedSeconds' => $step->expectedSeconds,
                    'seconds' => $state->seconds[$step->number] ?? null,
                    'tries' => $state->tries[$step->number] ?? 0,
                ];
            }
        }

        return [
            'runs' => array_map(
                static fn(Run $run): array => [
                    'id' => $run->id,
                    'unit' => $run->unit_label,
                    'build' => $run->build,
                    'status' => $run->status,
                    'startedAt' => $run->started_at,
                    'seconds' => $run->seconds,
                    'troubles' => $run->troubles,
                ],
                [$one, $other],
            ),
            'steps' => array_values($steps),
        ];
    }

    /** How much longer or shorter than reckoned things really take on a model, by operation. */
    public static function rates(string $codename): Rates
    {
        $ratios = [];
        $runs = Run::query()
            ->where('codename', $codename)
            ->where('status', RunState::ENDED)
            ->latest('id')
            ->limit(self::LEARN_FROM)
            ->get();
        foreach ($runs as $run) {
            $state = $run->state();
            $budget = is_array($run->plan['budget'] ?? null) ? $run->plan['budget'] : [];
            $factors = is_array($budget['factors'] ?? null) ? $budget['factors'] : [];
            foreach (PlannedStep::allOf($run->plan) as $step) {
                $seconds = $state->seconds[$step->number] ?? 0;
                if ($seconds > 0 && $step->expectedSeconds > 0 && ($state->tries[$step->number] ?? 0) === 1) {
                    // A plan that had learned already reckoned with a factor of its own.
                    $factor = $factors[$step->operation->value] ?? null;
                    $before = is_numeric($factor) ? (float) $factor : 1.0;
                    $ratios[$step->operation->value][] = ($before * $seconds) / $step->expectedSeconds;
                }
            }
        }

        return Rates::learned(array_map(self::middle(...), $ratios), $runs->count());
    }

    /**
     * @param  list<float>  $values
     */
    private static function middle(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)];
    }

    /**
     * @param  list<int>  $values
     */
    private static function median(array $values): ?int
    {
        sort($values);

        return $values[intdiv(count($values), 2)] ?? null;
    }
}

<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Rulebook;

/** What random situations have come to, counted for people. */
final class Tally
{
    private const MOST_STOPS = 5;

    /** @var array<string, array<string, int>> intent → verdict → how often */
    private array $verdicts = [];

    /** @var array<string, array<string, int>> intent → key of a finding → how often it stopped */
    private array $stops = [];

    /** @var array<string, int> rule → in how many situations it had a word */
    private array $rules = [];

    /** @var array<string, array<string, int>> belief → what became of the phone → how often */
    private array $ends = [];

    /** @var array<string, array<string, int>> rule → worth → how often */
    private array $worths = [];

    /** @var array<string, list<int>> belief → questions of each plan before anything was answered */
    private array $questions = [];

    /** @var list<float> seconds of each rehearsal */
    private array $rehearsals = [];

    /** @var array{float, int} seconds of the slowest situation, and its number */
    private array $slowest = [0.0, 0];

    public function add(int $number, Drawn $drawn, Witness $witness, ?Worth $worth, float $seconds): void
    {
        $intent = $drawn->situation->intent->value;
        $this->verdicts[$intent][$witness->verdict] = ($this->verdicts[$intent][$witness->verdict] ?? 0) + 1;
        $this->questions[$drawn->belief][] = $witness->questions;
        foreach ($witness->stops as $key) {
            $this->stops[$intent][$key] = ($this->stops[$intent][$key] ?? 0) + 1;
        }
        foreach ($witness->rules as $rule) {
            $this->rules[$rule] = ($this->rules[$rule] ?? 0) + 1;
        }
        if ($witness->outcome !== null) {
            $kind = $witness->outcome->kind;
            $this->ends[$drawn->belief][$kind] = ($this->ends[$drawn->belief][$kind] ?? 0) + 1;
            $this->rehearsals[] = $witness->rehearsalSeconds;
        }
        if ($worth !== null) {
            $this->worths[$worth->rule][$worth->kind] = ($this->worths[$worth->rule][$worth->kind] ?? 0) + 1;
        }
        if ($seconds > $this->slowest[0]) {
            $this->slowest = [$seconds, $number];
        }
    }

    /**
     * @return list<list<string|int>> intent, clear, settle, stop
     */
    public function verdicts(): array
    {
        ksort($this->verdicts);

        return array_map(
            static fn(string $intent, array $row): array => [
                $intent,
                $row['clear'] ?? 0,
                $row['settle'] ?? 0,
                $row['stop'] ?? 0,
            ],
            array_keys($this->verdicts),
            $this->verdicts,
        );
    }

    /**
     * What became of the phones, by what was known of them; the last row has the sums.
     *
     * @return list<list<string|int>>
     */
    public function ends(): array
    {
        $rows = [];
        $sums = array_fill_keys(Outcome::ALL, 0);
        foreach (self::beliefs() as $belief) {
            $row = array_map(fn(string $kind): int => $this->ends[$belief][$kind] ?? 0, Outcome::ALL);
            $rows[] = [$belief, ...$row];
            foreach (Outcome::ALL as $index => $kind) {
                $sums[$kind] += $row[$index];
            }
        }

        return [...$rows, ['all', ...array_values($sums)]];
    }

    /** @return list<string> */
    private static function beliefs(): array
    {
        return [...array_keys(Belief::KINDS), Belief::BARE_FILES];
    }

    /**
     * How many things a plan asks for that are not known, by what was known.
     *
     * @return list<list<string|int|float>> belief, mean, median, most
     */
    public function questions(): array
    {
        $rows = [];
        foreach (self::beliefs() as $belief) {
            $counts = $this->questions[$belief] ?? [];
            sort($counts);
            $all = max(1, count($counts));
            $mean = round(array_sum($counts) / $all, 1);
            $rows[] = [$belief, $mean, $counts[intdiv($all, 2)] ?? 0, max([0, ...$counts])];
        }

        return $rows;
    }

    /**
     * How often one rule alone stood between a phone and harm.
     *
     * @return list<list<string|int>> rule, harm, failure, nothing
     */
    public function worths(): array
    {
        uksort($this->worths, strnatcmp(...));

        return array_map(
            static fn(string $rule, array $row): array => [
                $rule,
                $row[Worth::HARM] ?? 0,
                $row[Worth::FAILURE] ?? 0,
                $row[Worth::NOTHING] ?? 0,
            ],
            array_keys($this->worths),
            $this->worths,
        );
    }

    /**
     * The rest, in sentences.
     *
     * @return list<string>
     */
    public function lines(): array
    {
        uksort($this->rules, strnatcmp(...));
        $never = array_diff(array_keys(Rulebook::all()), array_keys($this->rules));
        $seldom = $this->rules === [] ? 'none' : array_search(min($this->rules), $this->rules, true);

        return [
            'Rules that never stood alone between a phone and harm or failure: ' . implode(', ', $this->neverAlone()),
            ...$this->mostStops(),
            'Rules raised: ' . self::counted($this->rules),
            'Rules that were never raised: ' . ($never === [] ? 'none' : implode(', ', $never)),
            "The rule that was raised least: {$seldom}",
            sprintf(
                'A rehearsal took %.1f ms in the median; the slowest situation was %d, with %.0f ms.',
                $this->medianSeconds() * 1000,
                $this->slowest[1],
                $this->slowest[0] * 1000,
            ),
        ];
    }

    /**
     * @return list<string>
     */
    private function neverAlone(): array
    {
        $all = array_unique(array_map(static fn(string $class): string => $class::id()->value, FitRules::ALL));
        $saving = array_filter(
            $this->worths,
            static fn(array $row): bool => ($row[Worth::HARM] ?? 0) + ($row[Worth::FAILURE] ?? 0) > 0,
        );

        return array_values(array_diff($all, array_keys($saving)));
    }

    /**
     * @return list<string> one for each intent
     */
    private function mostStops(): array
    {
        $lines = [];
        foreach ($this->stops as $intent => $keys) {
            arsort($keys);
            $lines[] = "{$intent} was stopped most by " . self::counted(array_slice($keys, 0, self::MOST_STOPS));
        }

        return $lines;
    }

    private function medianSeconds(): float
    {
        sort($this->rehearsals);

        return $this->rehearsals[intdiv(count($this->rehearsals), 2)] ?? 0.0;
    }

    /** @param  array<string, int>  $counts */
    private static function counted(array $counts): string
    {
        $pairs = array_map(
            static fn(string $name, int $times): string => "{$name} {$times}",
            array_keys($counts),
            $counts,
        );

        return implode(', ', $pairs);
    }
}

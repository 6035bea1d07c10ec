<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Words\OperationName;

/**
 * What is different between two plans for the same phone, as data. Works on plan documents, so that a plan that was
 * kept, or that came out of a file, can be compared as well as one that was made just now.
 *
 * @phpstan-type Line array{change: string, key: string, title: string, how: string}
 * @phpstan-type StepRow array{
 *     key: string,
 *     number: int,
 *     title: string,
 *     operation: string,
 *     parameters: array<string, mixed>|object
 * }
 * @phpstan-type FindingRow array{key: string, severity: string, need: string, found: string}
 * @phpstan-type LossRow array{class: string, label: string, outcome: string}
 * @phpstan-type PlanRow array{
 *     verdict: array{words: string},
 *     steps: list<StepRow>,
 *     findings: list<FindingRow>,
 *     ledger: list<LossRow>,
 *     budget: ?array{expectedSeconds: int, batteryAtEnd: ?int}
 * }
 */
final readonly class PlanDifference
{
    private const ADDED = 'added';

    private const GONE = 'gone';

    private const MOVED = 'moved';

    private const CHANGED = 'changed';

    /**
     * @param  list<Line>  $steps  restarts between modes are not listed, they follow from the others
     * @param  list<Line>  $findings  without those that are in order in both
     * @param  list<Line>  $losses
     * @param  list<array{name: string, before: ?int, after: ?int}>  $figures  steps, restarts, expectedSeconds,
     *     batteryAtEnd
     */
    private function __construct(
        public string $before,
        public string $after,
        public array $steps,
        public array $findings,
        public array $losses,
        public array $figures,
    ) {}

    /**
     * @param  array<string, mixed>  $before  as in docs/formats/plan.schema.json
     * @param  array<string, mixed>  $after
     */
    public static function between(array $before, array $after): self
    {
        /**
         * @var PlanRow $before
         * @var PlanRow $after
         */
        return new self(
            $before['verdict']['words'],
            $after['verdict']['words'],
            self::steps($before['steps'], $after['steps']),
            self::findings($before['findings'], $after['findings']),
            self::losses($before['ledger'], $after['ledger']),
            self::figures($before, $after),
        );
    }

    public function isEmpty(): bool
    {
        return $this->before === $this->after &&
            $this->steps === [] &&
            $this->findings === [] &&
            $this->losses === [] &&
            $this->figures === [];
    }

    /**
     * @param  list<StepRow>  $before
     * @param  list<StepRow>  $after
     * @return list<Line>
     */
    private static function steps(array $before, array $after): array
    {
        $old = self::byKey($before);
        $new = self::byKey($after);
        $stays = self::longestCommon(
            array_keys(array_intersect_key($old, $new)),
            array_keys(array_intersect_key($new, $old)),
        );
        $lines = [];
        foreach (array_diff_key($old, $new) as $key => $step) {
            $lines[] = [
                'change' => self::GONE,
                'key' => $key,
                'title' => $step['title'],
                'how' => "was step {$step['number']}",
            ];
        }
        foreach ($new as $key => $step) {
            $was = $old[$key] ?? null;
            if ($was === null) {
                $lines[] = [
                    'change' => self::ADDED,
                    'key' => $key,
                    'title' => $step['title'],
                    'how' => "is step {$step['number']}",
                ];
            } elseif (
                json_encode((array) $was['parameters']) !== json_encode((array) $step['parameters']) ||
                $was['title'] !== $step['title']
            ) {
                $lines[] = [
                    'change' => self::CHANGED,
                    'key' => $key,
                    'title' => $step['title'],
                    'how' => $was['title'] === $step['title'] ? 'with other values' : "was: {$was['title']}",
                ];
            } elseif (!in_array($key, $stays, true)) {
                $lines[] = [
                    'change' => self::MOVED,
                    'key' => $key,
                    'title' => $step['title'],
                    'how' => "from step {$was['number']} to step {$step['number']}",
                ];
            }
        }

        return $lines;
    }

    /**
     * @param  list<StepRow>  $steps
     * @return array<string, StepRow>
     */
    private static function byKey(array $steps): array
    {
        return array_column(array_filter($steps, static fn(array $step): bool => !self::isRestart($step)), null, 'key');
    }

    /** @param  StepRow  $step */
    private static function isRestart(array $step): bool
    {
        return str_contains($step['key'], '/to-') && $step['operation'] === OperationName::Reboot->value;
    }

    /**
     * The longest run of keys that stand in the same order in both: what is not in it has moved.
     *
     * @param  list<string>  $one
     * @param  list<string>  $other  the same keys in another order
     * @return list<string>
     */
    private static function longestCommon(array $one, array $other): array
    {
        $place = array_flip($other);
        $best = [];
        foreach ($one as $key) {
            $longest = [];
            foreach ($best as $chain) {
                if ($place[$chain[count($chain) - 1]] < $place[$key] && count($chain) > count($longest)) {
                    $longest = $chain;
                }
            }
            $best[] = [...$longest, $key];
        }
        usort($best, static fn(array $a, array $b): int => count($b) <=> count($a));

        return $best[0] ?? [];
    }

    /**
     * @param  list<FindingRow>  $before
     * @param  list<FindingRow>  $after
     * @return list<Line>
     */
    private static function findings(array $before, array $after): array
    {
        $old = array_column($before, null, 'key');
        $new = array_column($after, null, 'key');
        $lines = [];
        foreach ($old + $new as $key => $one) {
            $was = $old[$key]['severity'] ?? 'clear';
            $is = $new[$key]['severity'] ?? 'clear';
            [$before, $now] = [self::word($was), self::word($is)];
            if ($was !== $is) {
                $change = match (true) {
                    $was === 'clear' => self::ADDED,
                    $is === 'clear' => self::GONE,
                    default => self::CHANGED,
                };
                $said = $new[$key] ?? $one;
                $lines[] = [
                    'change' => $change,
                    'key' => $key,
                    'title' => "{$said['need']}: {$said['found']}",
                    'how' =>
                        $change === self::CHANGED ? "{$before}, now {$now}" : ($change === self::GONE ? $before : $now),
                ];
            }
        }

        return $lines;
    }

    /**
     * @param  list<LossRow>  $before
     * @param  list<LossRow>  $after
     * @return list<Line>
     */
    private static function losses(array $before, array $after): array
    {
        $old = array_column($before, 'outcome', 'class');
        $lines = [];
        foreach ($after as $entry) {
            $was = $old[$entry['class']] ?? null;
            if ($was !== null && $was !== $entry['outcome']) {
                $lines[] = [
                    'change' => self::CHANGED,
                    'key' => $entry['class'],
                    'title' => $entry['label'],
                    'how' => "{$was}, now {$entry['outcome']}",
                ];
            }
        }

        return $lines;
    }

    /**
     * @param  PlanRow  $before
     * @param  PlanRow  $after
     * @return list<array{name: string, before: ?int, after: ?int}>
     */
    private static function figures(array $before, array $after): array
    {
        $old = self::counted($before);
        $figures = [];
        foreach (self::counted($after) as $name => $value) {
            if ($value !== $old[$name]) {
                $figures[] = ['name' => $name, 'before' => $old[$name], 'after' => $value];
            }
        }

        return $figures;
    }

    /**
     * @param  PlanRow  $plan
     * @return array<string, ?int>
     */
    private static function counted(array $plan): array
    {
        return [
            'steps' => count($plan['steps']),
            'restarts' => count(array_filter($plan['steps'], self::isRestart(...))),
            'expectedSeconds' => $plan['budget']['expectedSeconds'] ?? null,
            'batteryAtEnd' => $plan['budget']['batteryAtEnd'] ?? null,
        ];
    }

    /**
     * @return array<string, mixed> as in docs/formats/plan-difference.schema.json
     */
    public function toArray(): array
    {
        return ['format' => 'tornavis/plan-difference', 'version' => 1, 'changed' => !$this->isEmpty()] +
            get_object_vars($this);
    }

    /** A severity of a plan document as people read it; a word from a newer version stays. */
    private static function word(string $severity): string
    {
        return Severity::tryFrom($severity)?->word() ?? $severity;
    }
}

<?php

declare(strict_types=1);

namespace App\Prove\Mutants;

use App\Prove\Belief;
use App\Prove\Lives;
use App\Prove\Outcome;
use App\Prove\RandomBench;
use App\Prove\Witness;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Verdict;

/**
 * Looks for a situation in which a mistake of the planner shows: a rule or the proof stops what was clear, or a
 * simulated phone ends worse than it did, or worse than any may.
 *
 * @phpstan-type Normal array{verdict: string, outcome: ?string, stops: list<string>}
 */
final class Hunt
{
    private const PROOF = 'PROOF';

    /**
     * How every situation ends without a mistake.
     *
     * @return list<Normal>
     */
    public static function normal(RandomBench $bench, int $count): array
    {
        $normal = [];
        for ($i = 1; $i <= $count; $i++) {
            $witness = Witness::ofDrawn($bench->draw(), unmarked: $i % 4 === 0);
            if ($witness->mismatches !== []) {
                throw new \LogicException(
                    "Without any mistake situation {$i} ends badly: " . implode('; ', $witness->mismatches),
                );
            }
            $normal[] = [
                'verdict' => $witness->verdict,
                'outcome' => $witness->outcome?->kind,
                'stops' => $witness->stops,
            ];
        }

        return $normal;
    }

    /**
     * @param  list<Normal>  $normal
     * @return ?array{by: string, what: string, after: int} null where the mistake survives
     */
    public static function for(RandomBench $bench, array $normal): ?array
    {
        foreach ($normal as $index => $was) {
            try {
                $drawn = $bench->draw();
                $witness = Witness::ofDrawn($drawn, unmarked: ($index + 1) % 4 === 0);
            } catch (\Throwable $thrown) {
                return ['by' => 'program', 'what' => $thrown->getMessage(), 'after' => $index + 1];
            }
            $isGuess =
                in_array($drawn->belief, [Belief::DRAFTED, Belief::GAPS], true) &&
                $was['verdict'] !== Verdict::CLEAR &&
                $witness->verdict === Verdict::CLEAR;
            $seen = $isGuess
                ? ['by' => 'rule', 'what' => 'clear, where it was asked before']
                : self::seen($witness, $was);
            if ($seen !== null) {
                return $seen + ['after' => $index + 1];
            }
        }

        return null;
    }

    /**
     * Looks in whole lives, where without a mistake nothing is wrong and no proof fails.
     *
     * @param  list<ModelSheet>  $sheets
     * @param  list<Package>  $shelf
     * @return ?array{by: string, what: string, after: int}
     */
    public static function inLives(array $sheets, array $shelf, int $seed, int $count): ?array
    {
        try {
            $lives = Lives::of($sheets, $shelf, $seed, $count);
        } catch (\Throwable $thrown) {
            return ['by' => 'program', 'what' => $thrown->getMessage(), 'after' => $count];
        }
        $what = [...$lives->problems, ...$lives->dead][0] ?? null;

        return $what === null ? null : ['by' => 'life', 'what' => $what, 'after' => $count];
    }

    /**
     * @param  Normal  $was
     * @return ?array{by: string, what: string}
     */
    private static function seen(Witness $witness, array $was): ?array
    {
        if ($witness->mismatches !== []) {
            return ['by' => 'phone', 'what' => $witness->mismatches[count($witness->mismatches) - 1]];
        }
        $objects = static fn(string $key): bool => str_starts_with($key, self::PROOF);
        if (array_filter($witness->stops, $objects) !== [] && array_filter($was['stops'], $objects) === []) {
            return ['by' => 'proof', 'what' => 'it objects where a rule should have'];
        }
        $now = $witness->outcome?->kind;
        if ($was['verdict'] !== Verdict::CLEAR) {
            // What was stopped is offered, and ends badly.
            $isBad = in_array($now, [Outcome::REFUSED, Outcome::WARNED], true);

            return $isBad ? ['by' => 'phone', 'what' => $now] : null;
        }
        if ($witness->verdict !== Verdict::CLEAR) {
            $new = array_values(array_diff($witness->stops, $was['stops']))[0] ?? $witness->verdict;

            return ['by' => 'rule', 'what' => $new];
        }
        $rank = static fn(?string $kind): int => (int) array_search($kind, Outcome::ALL, true);
        return $rank($now) > $rank($was['outcome']) ? ['by' => 'phone', 'what' => (string) $now] : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\FitRules;

/**
 * What a rule that alone stops a plan is worth: the same is planned without it, and carried out.
 */
final readonly class Worth
{
    /** The phone is harmed without it. */
    public const HARM = 'harm';

    /** The run fails without it, and the phone is none the worse. */
    public const FAILURE = 'failure';

    /** Nothing comes of it, or another rule, a step or the proof stops it all the same. */
    public const NOTHING = 'nothing';

    private function __construct(public string $rule, public string $kind) {}

    /**
     * @param  Witness  $witness  of the same phone; null comes back unless one rule alone stops it
     */
    public static function of(Drawn $drawn, Witness $witness, bool $unmarked): ?self
    {
        $rules = array_unique(array_map(static fn(string $key): string => explode(':', $key)[0], $witness->stops));
        if (count($rules) !== 1 || $witness->verdict !== Verdict::STOP) {
            return null;
        }
        $rule = array_values($rules)[0];
        $others = array_values(
            array_filter(FitRules::ALL, static fn(string $class): bool => $class::id()->value !== $rule),
        );
        if (count($others) === count(FitRules::ALL)) {
            return null;
        }
        $plan = Agreement::plan($witness->situation, $others);
        if ($plan->verdict->level !== Verdict::CLEAR) {
            return new self($rule, self::NOTHING);
        }
        [$outcome, $mismatches] = Witness::carriedOut($drawn, $plan->situation, $plan, $unmarked);

        return new self(
            $rule,
            match (true) {
                in_array($outcome->kind, [Outcome::HARMED, Outcome::WARNED], true) => self::HARM,
                $mismatches !== [] || $outcome->kind === Outcome::REFUSED => self::FAILURE,
                default => self::NOTHING,
            },
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;

/** A person who agrees to everything that only waits for a word, and gives up what would be lost. */
final class Agreement
{
    /** An answer may raise another question. */
    private const MOST_ROUNDS = 3;

    /** @param  list<class-string<FitRule>>  $rules */
    public static function plan(Situation $situation, array $rules = FitRules::ALL): Plan
    {
        $plan = Planner::plan($situation, $rules);
        for ($round = 0; $round < self::MOST_ROUNDS && $plan->verdict->level === Verdict::SETTLE; $round++) {
            $keys = Finding::keysOf($plan->findings);
            $plan = Planner::plan($situation->with(answers: Answers::toEverything($keys)), $rules);
        }

        return $plan;
    }
}

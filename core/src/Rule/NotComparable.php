<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Words\RuleId;

/** The question which of two versions is newer, where they are of two schemes and nothing else tells their age. */
final class NotComparable
{
    /**
     * @param  string  $cost  what an older one would do, as a sentence
     * @param  list<Fact>  $facts
     */
    public static function of(
        RuleId $rule,
        string $need,
        string $found,
        string $cost,
        string $subject,
        array $facts,
        Answers $answers,
    ): Finding {
        return Finding::toSettle(
            $rule,
            need: $need,
            found: $found,
            reason: "The two count in different ways, so which one is newer cannot be told. {$cost}",
            remedy: Remedy::agree('Look up when both were made, and agree if it is new enough.'),
            subject: $subject,
            facts: $facts,
        )->unlessAgreed($answers, 'You agreed that it is new enough.');
    }
}

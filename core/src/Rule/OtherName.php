<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/** The question whether a file and the phone call one chipset by two kinds of names. */
final class OtherName
{
    /** @param  list<Fact>  $facts */
    public static function asked(
        Situation $situation,
        RuleId $rule,
        string $need,
        string $its,
        string $subject,
        array $facts,
    ): Finding {
        $mine = (string) $situation->fit->chipset;
        $question = new ModelQuestion(SheetAnswer::CHIPSET, "Whether {$its} is {$mine}", [
            "+{$its}={$mine}" => 'yes, one chipset by two names',
            "-{$its}={$mine}" => 'no, another chipset',
        ]);

        return Finding::toSettle(
            $rule,
            need: $need,
            found: "it is for {$its}, this phone has {$mine}",
            reason: 'One is the name of a platform, the other one that of the shops, so nobody can tell from the ' .
                'names whether they are one chipset. A file for another chipset does not start.',
            remedy: Remedy::say(
                [$question],
                'Look it up on the page of the maker or of the publisher, and say it. It is asked once.',
            ),
            subject: $subject,
            facts: $facts,
        );
    }
}

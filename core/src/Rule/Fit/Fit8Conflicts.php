<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where file, card, list and people disagree about a fact of a file.
 *
 * Why: Content stands above its card, and neither is proof of the other.
 */
final class Fit8Conflicts implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit8;
    }

    public static function purpose(): string
    {
        return 'Where two sources disagree about a fact both are shown, and a person decides before anything is ' .
            'written.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            foreach ($package->facts->conflicts() as $name => $facts) {
                $said = implode(
                    '; ',
                    array_map(static fn(Fact $fact): string => "{$fact->text()} ({$fact->where})", $facts),
                );
                $finding = Finding::toSettle(
                    self::id(),
                    need: "One statement about \"{$name}\" of {$package->name()}",
                    found: $said,
                    reason: 'The sources disagree. File content outranks a card; where the file contradicts itself ' .
                        'nothing ' .
                        'does.',
                    remedy: Remedy::agree(
                        'Ask the publisher, or agree that ' .
                            ($package->facts->best($name)?->text() ?? '') .
                            ' is meant.',
                    ),
                    subject: "{$package->name()}/{$name}",
                    facts: $facts,
                );
                yield $finding->unlessAgreed($situation->answers, 'You decided for it.');
            }
            foreach ($package->notUnderstood as $index => $assertion) {
                yield Finding::caution(
                    self::id(),
                    need: "Every demand of {$package->name()} is understood",
                    found: $assertion,
                    reason: 'The script asks for something that is not understood here; the phone may refuse the ' .
                        'package ' .
                        'for it.',
                    subject: "{$package->name()}#{$index}",
                );
            }
            if ($package->cardProblem !== null) {
                yield Finding::caution(
                    self::id(),
                    need: "The card of {$package->name()} can be used",
                    found: 'it cannot',
                    reason: $package->cardProblem,
                    remedy: Remedy::getFile('Get the card again. Until then only the file itself is believed.'),
                    subject: "{$package->name()}/card",
                );
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Fit8Conflicts implements FitRule
{
    public static function id(): string
    {
        return 'FIT-8';
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
                $finding = Finding::of(
                    self::id(),
                    Severity::Settle,
                    "One statement about {$name} of {$package->name()}",
                    $said,
                    'The sources disagree. File content outranks a card; where the file contradicts itself nothing ' .
                        'does.',
                    'Ask the publisher, or agree that ' . ($package->facts->best($name)?->text() ?? '') . ' is meant.',
                    "{$package->name()}/{$name}",
                    ...$facts,
                );
                yield $situation->answers->agreedTo($finding->key)
                    ? $finding->settled('You decided for it.')
                    : $finding;
            }
            foreach ($package->notUnderstood as $index => $assertion) {
                yield Finding::of(
                    self::id(),
                    Severity::Mind,
                    "Every demand of {$package->name()} is understood",
                    $assertion,
                    'The script asks for something that is not understood here; the phone may refuse the package ' .
                        'for it.',
                    null,
                    "{$package->name()}#{$index}",
                );
            }
            if ($package->cardProblem !== null) {
                yield Finding::of(
                    self::id(),
                    Severity::Mind,
                    "The card of {$package->name()} can be used",
                    'it cannot',
                    $package->cardProblem,
                    'Get the card again. Until then only the file itself is believed.',
                    "{$package->name()}/card",
                );
            }
        }
    }
}

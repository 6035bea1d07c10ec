<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\Conflicts;

use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where two statements about the phone cannot both hold.
 *
 * Why: What can change by itself is no contradiction; a serial number or a model never changes.
 */
final class Fit8Statements implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit8;
    }

    public static function purpose(): string
    {
        return 'Where two statements about the phone disagree, a person says which one holds.';
    }

    public function look(Situation $situation): iterable
    {
        foreach (Conflicts::of($situation->unit->facts) as $name => $sides) {
            $said = implode(
                '; ',
                array_map(
                    static fn(Fact $fact): string => FactName::say($name, $fact->value) .
                        " ({$fact->source->label()}" .
                        ($fact->where === '' ? '' : ", {$fact->where}") .
                        ')',
                    $sides,
                ),
            );
            yield Finding::toSettle(
                self::id(),
                need: 'One statement about ' . lcfirst(FactName::label($name)),
                found: $said,
                reason: FactName::neverChanges($name)
                    ? 'This never changes on one phone: two phones may have been mixed up, or one value was misread.'
                    : 'What was typed contradicts what the phone had shown.',
                remedy: Remedy::onPhonePage("Look again, then decide it on the page of {$situation->unit->label}."),
                subject: "unit/{$name}",
                facts: $sides,
            );
        }
    }
}

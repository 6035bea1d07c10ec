<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\BatteryCondition;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the battery was seen to be swollen or hot.
 *
 * Why: Such a cell can burn.
 */
final class Prep7Battery implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep7;
    }

    public static function purpose(): string
    {
        return 'A swollen or hot battery ends the work: do not charge it, hand it to a qualified repairer.';
    }

    public function look(Situation $situation): iterable
    {
        $fact = $situation->state->fact(StateField::BatteryCondition);
        $condition = BatteryCondition::tryFrom($fact->text());
        if (in_array($condition, [BatteryCondition::Swollen, BatteryCondition::Hot], true)) {
            yield Finding::stop(
                self::id(),
                need: 'Sound battery',
                found: $fact->text(),
                reason: "The battery is {$fact->text()}. Stop, do not charge it, and hand the phone to a qualified " .
                    'repairer.',
                remedy: Remedy::doFirst('Have a qualified repairer change it, then enter it as sound.'),
                facts: [$fact],
            );
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where the house lists versions of its command tools that have faults.
 *
 * Why: A fault of the tool looks like one of the phone.
 */
final class Prep6ToolVersion implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Prep6;
    }

    public static function purpose(): string
    {
        return 'Some versions of the command tools have faults that make healthy phones look broken; those on the ' .
            'house\'s list are not used.';
    }

    public function look(Situation $situation): iterable
    {
        $workplace = $situation->workplace;
        if ($workplace->toolVersion === null) {
            if ($workplace->badTools !== []) {
                yield Finding::caution(
                    self::id(),
                    need: 'Command tools without known faults',
                    found: 'version not entered',
                    reason: 'The house keeps a list of versions with faults (' .
                        implode(', ', array_keys($workplace->badTools)) .
                        '); which one this computer has is not known.',
                    remedy: Remedy::underHouseRules('Enter the version under House rules.'),
                );
            }

            return;
        }
        $fault = $workplace->fault();
        yield $fault === null
            ? Finding::clear(
                self::id(),
                need: 'Command tools without known faults',
                found: "version {$workplace->toolVersion}",
                reason: 'It is not on the list of versions with faults.',
            )
            : Finding::toSettle(
                self::id(),
                need: 'Command tools without known faults',
                found: "version {$workplace->toolVersion}",
                reason: "This version has a known fault: {$fault}",
                remedy: Remedy::underHouseRules('Use another version and enter it under House rules.'),
            );
    }
}

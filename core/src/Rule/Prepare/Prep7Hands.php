<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks about what only a person can look at.
 *
 * Why: Most transfers that break off do so because of a cable, a hub or a sleeping computer.
 */
final class Prep7Hands implements FitRule
{
    /** key → need, why */
    private const CHECKS = [
        'cable' => [
            'A short, original cable that carries data',
            'A worn or charge-only cable is the commonest reason for a write that breaks off.',
        ],
        'port' => [
            'A plain USB 2 port of the computer, no hub',
            'Hubs and some fast ports drop the bootloader in the middle of a transfer.',
        ],
        'driver' => [
            'The driver for every mode is installed',
            'A phone that shows up in its system and not in its bootloader mostly lacks one.',
        ],
        'screen' => [
            "The recovery's screen stays on for the longest time it offers",
            'A screen that goes dark looks like a phone that hangs.',
        ],
        'quiet' => [
            'Phone and cable can lie untouched for half an hour',
            'Touching them during an install is the most common self-made failure.',
        ],
    ];

    public static function id(): RuleId
    {
        return RuleId::Prep7;
    }

    public static function purpose(): string
    {
        return 'Cable, port, driver and a quiet place are looked at before the work, not during it.';
    }

    public function look(Situation $situation): iterable
    {
        foreach (self::CHECKS as $key => [$need, $reason]) {
            $finding = Finding::caution(
                self::id(),
                need: $need,
                found: 'not ticked',
                reason: $reason,
                remedy: Remedy::tick('Tick it when you have looked.'),
                subject: $key,
            );
            yield $situation->answers->agreedTo($finding->key)
                ? Finding::clear(self::id(), need: $need, found: 'looked at', reason: $reason, subject: $key)
                : $finding;
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Prepare;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Prep6ToolVersion implements FitRule
{
    public static function id(): string
    {
        return 'PREP-6';
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
                yield Finding::of(
                    self::id(),
                    Severity::Mind,
                    'Command tools without known faults',
                    'version not entered',
                    'The house keeps a list of versions with faults (' .
                        implode(', ', array_keys($workplace->badTools)) .
                        '); which one this computer has is not known.',
                    'Enter the version under House rules.',
                );
            }

            return;
        }
        $fault = $workplace->fault();
        yield $fault === null
            ? Finding::of(
                self::id(),
                Severity::Clear,
                'Command tools without known faults',
                "version {$workplace->toolVersion}",
                'It is not on the list of versions with faults.',
            )
            : Finding::of(
                self::id(),
                Severity::Settle,
                'Command tools without known faults',
                "version {$workplace->toolVersion}",
                "This version has a known fault: {$fault}",
                'Use another version and enter it under House rules.',
            );
    }
}

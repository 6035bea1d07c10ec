<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan\Rule;

use Tornavis\Core\Plan\Constraint;
use Tornavis\Core\Plan\Contribution;
use Tornavis\Core\Plan\Operation\Wipe;
use Tornavis\Core\Plan\Phase;
use Tornavis\Core\Plan\Reason;
use Tornavis\Core\Plan\StepDraft;
use Tornavis\Core\Plan\StepRule;
use Tornavis\Core\Situation\Intent;
use Tornavis\Core\Situation\Situation;

final class Erase7Caches implements StepRule
{
    public static function id(): string
    {
        return 'ERASE-7';
    }

    public static function purpose(): string
    {
        return 'An update in place takes no data; where the phone has a cache partition only the caches go.';
    }

    public function contribute(Situation $situation): Contribution
    {
        if ($situation->intent !== Intent::UpdateInPlace || $situation->sheet->partition('cache') === null) {
            return new Contribution();
        }

        return new Contribution(
            [
                new StepDraft('erase.caches', Phase::Erase, new Wipe(Wipe::CACHES), [
                    new Reason(
                        self::id(),
                        'What the old build left in the caches can confuse the new one. Nothing else is erased.',
                    ),
                ]),
            ],
            [
                new Constraint('install.', 'erase.caches', self::id()),
                new Constraint('erase.caches', 'prove.', self::id()),
            ],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;

use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to an update in place on a model with a cache partition.
 *
 * Why: What the old build left in the caches can confuse the new one; the data stays.
 *
 * Schools: The house decides whether an update wipes anything at all.
 */
final class Erase7Caches implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase7;
    }

    public static function purpose(): string
    {
        return 'An update in place takes no data; where the phone has a cache partition only the caches go.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $isLeft = $situation->house->updateWipes === 'nothing';
        $isAskedBefore = in_array(Wipe::CACHES, $situation->layout->wipes(), true);
        if ($isLeft || $isAskedBefore || $situation->sheet->partition('cache') === null) {
            return new Contribution();
        }

        return new Contribution(
            [
                new StepDraft(StepKey::EraseCaches, Phase::Erase, new Wipe(Wipe::CACHES), [
                    new Reason(
                        self::id(),
                        'What the old build left in the caches can confuse the new one. Nothing else is erased.',
                    ),
                ]),
            ],
            [
                new Constraint(StepGroup::Install, StepKey::EraseCaches, self::id()),
                new Constraint(StepKey::EraseCaches, StepGroup::Prove, self::id()),
            ],
        );
    }
}

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
 * Contributes where a build's publisher has partitions wiped before it goes in, on a phone with one slot.
 *
 * Why: What an old system leaves in its partitions can get in the way of a package that writes files and not images.
 * On two slots the build goes into a slot that does not run, and is written whole.
 */
final class Erase9Wipe implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase9;
    }

    public static function purpose(): string
    {
        return 'The data is formatted first, then what the publisher asks for is wiped, and only what something puts ' .
            'back.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $build = $situation->files->build();
        $steps = [];
        foreach ($situation->layout->wipes() as $partition) {
            $steps[] = new StepDraft(StepKey::EraseZWipe->of($partition), Phase::Erase, new Wipe($partition), [
                new Reason(self::id(), "The publisher of {$build?->title()} has {$partition} wiped before it goes in."),
            ]);
        }

        return new Contribution($steps, [
            new Constraint(StepKey::EraseFormat, StepKey::EraseZWipe, self::id()),
            new Constraint(StepKey::EraseWipe, StepKey::EraseZWipe, self::id()),
            new Constraint(StepKey::EraseRestart, StepKey::EraseZWipe, self::id()),
            new Constraint(StepKey::EraseZWipe, StepGroup::Install, self::id()),
        ]);
    }
}

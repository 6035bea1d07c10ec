<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Situation\Situation;

use Tornavis\Core\Words\RuleId;

/** Contributes steps and their order. Knows no other rule. */
interface StepRule
{
    public static function id(): RuleId;

    /** What the rule is for, in one sentence; shown in the handbook. */
    public static function purpose(): string;

    public function contribute(Situation $situation): Contribution;
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Situation\Situation;

use Tornavis\Core\Words\RuleId;

/** Looks at a situation from one side. Knows no other rule. */
interface FitRule
{
    /** Stable id as in the catalogue: "FIT-1". */
    public static function id(): RuleId;

    /** What the rule is for, in one sentence; shown in the handbook. */
    public static function purpose(): string;

    /**
     * @return iterable<Finding> one for every need that it looks at, the satisfied ones too
     */
    public function look(Situation $situation): iterable;
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;

/** The ordered drafts as steps of a plan, each with its gate. */
final class StepList
{
    /**
     * @param  list<StepDraft>  $ordered
     * @return list<Step>
     */
    public static function of(Situation $situation, array $ordered, ExpectedStates $walk, Budget $budget): array
    {
        $steps = [];
        $written = false;
        foreach ($ordered as $index => $draft) {
            $before = $walk->before[$index];
            $after = $walk->after($index);
            $gate = new Gate(
                $draft->operation,
                $before,
                WayBack::from($before, $situation->sheet),
                WayBack::from($before->with($draft->operation->midway($before)), $situation->sheet),
                WayBack::from($after, $situation->sheet),
            );
            $isFirst = $draft->operation->writes() && !$written;
            $written = $written || $isFirst;
            $steps[] = Step::of(
                $index + 1,
                $draft,
                $budget->timings[$index],
                $before,
                $after,
                $situation->sheet,
                $gate->reason($isFirst),
                $budget->batteryAfter[$index],
            );
        }

        return $steps;
    }
}

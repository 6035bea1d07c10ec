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
            $gate = null;
            if ($draft->operation->writes() && !$written) {
                $gate = 'This is the first step that writes to the phone.';
                $written = true;
            }
            $was = WayBack::from($before, $situation->sheet);
            $during = WayBack::from($before->with($draft->operation->midway($before)), $situation->sheet);
            $after = $walk->after($index);
            $afterwards = WayBack::from($after, $situation->sheet);
            $worst = $afterwards->worseThan($during) ? $afterwards : $during;
            if ($worst->worseThan($was)) {
                $gate = match (true) {
                    $during->level === WayBack::NO_SYSTEM && $afterwards->level !== WayBack::NO_SYSTEM
                        => 'While this step runs no system starts.',
                    $worst->level !== WayBack::DATA_GONE => 'From here no system starts until the work is done.',
                    $afterwards->level === WayBack::DATA_GONE => 'After this step the data on the phone is gone.',
                    default
                        => 'This step replaces the data on the phone; if it stops in the middle, the data is there ' .
                        'only in part.',
                };
            }
            $steps[] = Step::of(
                $index + 1,
                $draft,
                $budget->timings[$index],
                $before,
                $after,
                $situation->sheet,
                $gate,
                $budget->batteryAfter[$index],
            );
        }

        return $steps;
    }
}

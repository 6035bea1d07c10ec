<?php

declare(strict_types=1);

namespace App\Run;

use App\Events\RunReady;
use App\Models\Run;
use App\Models\WorkJob;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Situation\Job\Job;

/** The beginning of a run: its plan is kept as it is offered, and a worker takes it up. */
final class RunStarter
{
    /** @param  string  $link  "stand-in" or "hands" */
    public static function of(WorkJob $job, Plan $plan, string $link): Run
    {
        // As an object, so that what is empty stays an object in the record.
        $document = json_decode($plan->toJson(), false, 64, JSON_THROW_ON_ERROR);
        $run = $job->runs()->create([
            'unit_label' => $job->unit->label,
            'codename' => $job->unit->codename,
            'build' => $plan->toArray()['build'] ?? Job::of($job->intent)->label(),
            'status' => RunState::NOT_STARTED,
            'plan' => $document,
        ]);
        if ($link === Hands::NAME) {
            // The first line of the journal says whose hands carry the plan out.
            (new RunEngine($run->plan, new DatabaseJournal($run), new Hands()))->advance();
        }
        event(new RunReady($run->id));

        return $run;
    }
}

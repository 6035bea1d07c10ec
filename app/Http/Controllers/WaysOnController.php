<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Requests\WhatIfRequest;
use App\Http\Resources\AlternativesAnswer;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use App\Planning\ShownPlan;
use App\Run\DatabaseJournal;
use App\Run\LearnedFromRun;
use App\Run\RunStarter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Plan\PlanDifference;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;

/** Ways on from a run that does not go on as it was planned: another plan, or back to a system that starts. */
final class WaysOnController extends Controller
{
    /**
     * What another plan, from what the run has shown of the phone, would do otherwise, and what else would do where
     * it is blocked; nothing is kept.
     */
    #[Reads('back', 'boolean')]
    #[Answers('ways-on')]
    public function look(Request $request, Run $run, JobPlanner $planner): JsonResponse
    {
        $job = $request->boolean('back') ? self::back($this->anew($run)) : $this->anew($run);
        $plan = $planner->plan($job);
        // Of each need the first that stands in its way; the others mostly follow from it.
        $stops = array_column(
            array_reverse(
                array_filter(
                    $plan->findings,
                    static fn(Finding $finding): bool => $finding->severity === Severity::Stop,
                ),
            ),
            null,
            'need',
        );

        return response()->json([
            'seal' => ShownPlan::seal($plan),
            'difference' => PlanDifference::between($run->plan, $plan->toArray())->toArray(),
            'stops' => array_values(
                array_map(
                    static fn(Finding $finding): array => [
                        'need' => $finding->need,
                        'reason' => $finding->reason,
                        'remedy' => $finding->remedy?->text,
                    ],
                    array_reverse($stops),
                ),
            ),
            'alternatives' => $request->boolean('back') ? [] : AlternativesAnswer::of($job, $planner),
        ]);
    }

    /**
     * Another plan is agreed to, or the way back is wanted: this run stops, and a new job goes on, at once where its
     * plan was shown and is clear.
     */
    #[Answers('plan-again', 201)]
    public function planAgain(WhatIfRequest $request, Run $run, JobPlanner $planner): JsonResponse
    {
        $back = $request->boolean('back');
        // Whoever agrees second, in another window, waits here and then finds the run followed.
        $next = DB::transaction(function () use ($request, $run, $planner, $back): array {
            $job = $back ? self::back($this->anew($run)) : $request->changed($this->anew($run));
            $job->unit->save();
            $job->save();
            $plan = $planner->plan($job);
            // What nobody has seen is opened, and started from its own page.
            $shown = $request->has('seal');
            $shown && ShownPlan::refuseOther($request->string('seal')->toString(), $plan);
            (new RunActions($run->plan, new DatabaseJournal($run), SheetRecord::forUnit($run->job->unit)))->stop(
                ($back ? 'The way back is' : 'Planned again from what the phone has now, as') . " job {$job->id}.",
                $back ? 'back' : 'plan',
            );
            $begun =
                $shown && $plan->verdict->level === Verdict::CLEAR
                    ? RunStarter::of($job, $plan, $run->state()->link ?: 'stand-in')
                    : null;

            return ['id' => $job->id, 'run' => $begun?->id];
        });

        return response()->json($next, 201);
    }

    private static function back(WorkJob $job): WorkJob
    {
        return $job->fill(['intent' => Intent::BringBack, 'kit' => []]);
    }

    /** The same wish and files for the phone as the run has shown it; nothing of it is saved. */
    private function anew(Run $run): WorkJob
    {
        $state = $run->state();
        abort_unless(
            in_array($state->status, [RunState::STOPPED, RunState::ASKED], true),
            409,
            'Stop the run first; a phone that is being written to is not planned for.',
        );
        abort_if($run->wasFollowed(), 409, "The work on {$run->unit_label} went on in a later run. Look there.");
        $unit = $run->job->unit;
        $unit->document = LearnedFromRun::of($unit, $state, $run->plan, $run->id)->toArray();
        $job = new WorkJob(['intent' => $run->job->intent, 'kit' => $run->job->kit, 'answers' => $run->job->answers]);

        return $job->unit()->associate($unit);
    }
}

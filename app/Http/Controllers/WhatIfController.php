<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Requests\WhatIfRequest;
use App\Http\Resources\AlternativesAnswer;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Tornavis\Core\Plan\PlanDifference;
use Tornavis\Core\Situation\School;

/** What another choice would change in a job, without changing it. */
final class WhatIfController extends Controller
{
    #[Answers('what-if')]
    public function tryOut(WhatIfRequest $request, WorkJob $job, JobPlanner $planner): JsonResponse
    {
        abort_if($job->runs()->exists(), 409, 'The run has begun; its plan no longer changes.');
        $plan = $planner->plan($request->changed($job));

        return response()->json([
            'plan' => json_decode($plan->toJson()),
            'difference' => PlanDifference::between($planner->plan($job)->toArray(), $plan->toArray())->toArray(),
        ]);
    }

    /** What was tried, as a job of its own; the choices between schools go along, the words that were given do not. */
    #[Answers('opened', 201)]
    public function open(WhatIfRequest $request, WorkJob $job): JsonResponse
    {
        $other = $request->changed($job);
        $own = new WorkJob([
            'unit_id' => $job->unit_id,
            'intent' => $other->intent,
            'kit' => $other->kit,
            'answers' => ['agreed' => [], 'waived' => []] + array_intersect_key($other->answers, ['house' => 1]),
        ]);
        $own->save();

        return response()->json(['id' => $own->id], 201);
    }

    /** The other schools that would change this plan, each with what it changes. */
    #[Answers('job-schools')]
    public function schools(WorkJob $job, JobPlanner $planner): JsonResponse
    {
        $plan = $planner->plan($job);
        $others = [];
        foreach ($job->runs()->exists() ? [] : School::all() as $school) {
            foreach ($school->choices as $choice) {
                $difference = PlanDifference::between(
                    $plan->toArray(),
                    $planner->plan((clone $job)->choose([$school->rule => $choice['value']]))->toArray(),
                );
                if (!$difference->isEmpty()) {
                    $others[] = [
                        'rule' => $school->rule,
                        'question' => $school->question,
                        'value' => $choice['value'],
                        'label' => $choice['label'],
                        'reason' => $choice['reason'],
                        'difference' => $difference->toArray(),
                    ];
                }
            }
        }

        return response()->json(['schools' => $others]);
    }

    /** What one change of files or wish would make a blocked plan possible. */
    #[Answers('alternatives')]
    public function alternatives(WorkJob $job, JobPlanner $planner): JsonResponse
    {
        return response()->json([
            'alternatives' => $job->runs()->exists() ? [] : AlternativesAnswer::of($job, $planner),
        ]);
    }
}

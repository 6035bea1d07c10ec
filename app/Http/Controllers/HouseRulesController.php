<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Takes;
use App\Http\Requests\WorkplaceRequest;
use App\Models\Setting;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Presets;
use Tornavis\Core\Situation\School;
use Tornavis\Core\Situation\SituationError;

/** The person's choices where schools differ, and the computer at the bench. */
final class HouseRulesController extends Controller
{
    #[Answers('house-rules-page')]
    public function show(): JsonResponse
    {
        $presets = [];
        foreach (array_replace(Presets::all(), Setting::presets()) as $name => $rules) {
            $presets[] = [
                'name' => $name,
                'title' => $name,
                'own' => !isset(Presets::all()[$name]),
                'rules' => $rules->toArray(),
            ];
        }

        return response()->json([
            'rules' => Setting::houseRules()->toArray(),
            'schools' => array_map(get_object_vars(...), School::all()),
            'presets' => $presets,
            'workplace' => Setting::workplace()->toArray(),
        ]);
    }

    /** What other rules would change in the jobs that have not been run. */
    #[Takes(['/house-rules'])]
    #[Answers('house-rules-preview')]
    public function preview(Request $request, JobPlanner $planner): JsonResponse
    {
        $rules = $this->rules($request);
        $changes = [];
        foreach (WorkJob::query()->notRun()->with('unit')->get() as $job) {
            try {
                $before = $planner->plan($job);
                $after = $planner->plan($job, $rules);
            } catch (SituationError) {
                continue;
            }
            if ($before->toJson() !== $after->toJson()) {
                $changes[] = [
                    'job' => $job->id,
                    'title' => $before->title(),
                    'before' => self::words($before),
                    'after' => self::words($after),
                ];
            }
        }

        return response()->json(['changes' => $changes]);
    }

    #[Takes(['/house-rules'])]
    #[Answers('house-rules-page')]
    public function update(Request $request): JsonResponse
    {
        Setting::keepHouseRules($this->rules($request));

        return $this->show();
    }

    /** Keeps rules under a name of the person's own. */
    #[Takes(['/house-rules'])]
    #[Answers('house-rules-page')]
    public function keepPreset(Request $request, string $name): JsonResponse
    {
        abort_if(isset(Presets::all()[$name]), 409, "The preset {$name} comes with the program. Choose another name.");
        abort_if(mb_strlen($name) > 60, 422, 'A name has at most 60 characters.');
        Setting::keepPresets([$name => $this->rules($request)] + Setting::presets());

        return $this->show();
    }

    #[Answers('house-rules-page')]
    public function dropPreset(string $name): JsonResponse
    {
        Setting::keepPresets(array_diff_key(Setting::presets(), [$name => true]));

        return $this->show();
    }

    #[Answers('house-rules-page')]
    public function workplace(WorkplaceRequest $request): JsonResponse
    {
        Setting::keepWorkplace($request->workplace());

        return $this->show();
    }

    private function rules(Request $request): HouseRules
    {
        return HouseRules::fromArray(Schema::decodeText($request->getContent(), 'the house rules'), 'the house rules');
    }

    private static function words(Plan $plan): string
    {
        $minutes =
            $plan->budget === null
                ? ''
                : ', ' . count($plan->steps) . ' steps, ' . (int) round($plan->budget->expectedSeconds() / 60) . ' min';

        return $plan->verdict->words() . $minutes;
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Middleware\AccessCode;
use App\Http\Requests\ChangeJobRequest;
use App\Http\Requests\OpenJobRequest;
use App\Http\Resources\FindingRows;
use App\Http\Resources\JobRow;
use App\Http\Resources\UnitCard;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use App\Planning\ShownPlan;
use Illuminate\Http\Exceptions\HttpResponseException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/** Jobs and their plans. */
final class JobController extends Controller
{
    /** The newest; what is older has been run and stands in the log. */
    private const LISTED = 200;

    #[Answers('jobs')]
    public function index(JobPlanner $planner): JsonResponse
    {
        $jobs = WorkJob::query()
            ->with(['lastRun', 'unit:' . implode(',', UnitRecord::LISTED)])
            ->latest('id')
            ->limit(self::LISTED)
            ->get();
        $newest = Run::newest(array_values($jobs->map(static fn(WorkJob $job): string => $job->unit->label)->all()));
        $row = static fn(WorkJob $job): JobRow => new JobRow($job, $planner, $newest);

        return response()->json(['total' => WorkJob::query()->count(), 'jobs' => $jobs->map($row)]);
    }

    /** What can be wanted, and which kinds of file each takes. */
    #[Answers('intents')]
    public function intents(): JsonResponse
    {
        return response()->json([
            'intents' => array_map(
                static fn(Intent $intent): array => [
                    'value' => $intent->value,
                    'title' => Job::of($intent)->label(),
                    'takes' => Job::of($intent)->takes(),
                    'words' => Job::of($intent)->description(),
                ],
                Intent::cases(),
            ),
        ]);
    }

    #[Answers('opened', 201)]
    public function store(OpenJobRequest $request, JobPlanner $planner): JsonResponse
    {
        return response()->json(
            ['id' => $planner->open($request->unit(), $request->subject(), $request->intent())->id],
            201,
        );
    }

    #[Answers('job')]
    public function show(WorkJob $job, JobPlanner $planner): JsonResponse
    {
        // Counted before the plan is made: an answer that says "all read" never holds a plan from before the last
        // file was.
        $reading = PackageRecord::query()
            ->findMany($job->kit)
            ->filter(static fn(PackageRecord $record): bool => $record->isBeingRead())
            ->count();
        $run = $job->latestRun();
        $made = $run === null ? $planner->plan($job) : null;
        $plan = $run?->planObject() ?? json_decode((string) $made?->toJson());
        $shelf = PackageRecord::query()->present()->orderBy('name')->get();

        return response()->json([
            'id' => $job->id,
            'wanted' => Job::of($job->intent)->label(),
            'takes' => Job::of($job->intent)->takes(),
            'answers' => $job->answers,
            'kit' => $job->kit,
            'version' => $job->version,
            'reading' => $reading,
            'shelf' => $shelf->map(
                fn(PackageRecord $record): array => [
                    'id' => $record->id,
                    'name' => $record->name,
                    'title' => $record->package()->title(),
                    'kind' => $record->kind,
                ],
            ),
            'unit' => UnitCard::of($job->unit, $planner),
            'backups' => array_map(
                static fn(Backup $backup): array => ['id' => $backup->id, 'madeAt' => $backup->madeAt],
                $job->unit->unit()->backups,
            ),
            'sheet' => $planner->sheet($job->unit)?->toArray(),
            'plan' => $plan,
            'findings' => $made === null ? FindingRows::ofRun($run->plan ?? []) : FindingRows::of($made),
            'areas' => FindingRows::areas(),
            'seal' => $made === null ? null : ShownPlan::seal($made),
            // With paths of this machine in them.
            'commands' => (object) (AccessCode::isThisMachine(request()) ? $this->commands($job, $plan) : []),
            'run' => $run === null ? null : ['id' => $run->id, 'status' => $run->status],
        ]);
    }

    /**
     * The user's own commands for the steps that have a template.
     *
     * @return array<int, list<string>> by number of the step
     */
    private function commands(WorkJob $job, mixed $plan): array
    {
        $phrasebook = Setting::phrasebook();
        if ($phrasebook->templates === []) {
            return [];
        }
        $serial = $job->unit->unit()->state()->text('serial');
        /** @var array<string, string> $paths */
        $paths = PackageRecord::query()->present()->pluck('path', 'name')->all();
        /**
         * @var array{steps: list<array{number: int, operation: string, parameters: array<string, mixed>}>} $document
         */
        $document = json_decode((string) json_encode($plan), true);
        $commands = [];
        foreach ($document['steps'] as $step) {
            $commands[$step['number']] = $phrasebook->commands($step, $serial, $job->unit->label, $paths);
        }

        return array_filter($commands);
    }

    /** The plan in the own format: of the run where there is one. */
    #[Answers('/plan')]
    public function plan(WorkJob $job, JobPlanner $planner): Response
    {
        $run = $job->latestRun();
        $json =
            $run === null
                ? $planner->plan($job)->toJson()
                : json_encode(
                        $run->planObject(),
                        JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
                    ) . "\n";

        return response($json, 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => "attachment; filename=\"{$job->unit->label}-job-{$job->id}.plan.json\"",
        ]);
    }

    /** The plan as a page to take along. */
    #[Answers(null, type: 'text/markdown')]
    public function planPage(WorkJob $job, JobPlanner $planner): Response
    {
        abort_if($job->runs()->exists(), 409, 'The run has begun; take its record along instead.');

        return response(PlanPage::markdown($planner->plan($job)), 200, [
            'Content-Type' => 'text/markdown; charset=utf-8',
            'Content-Disposition' => "attachment; filename=\"{$job->unit->label}-job-{$job->id}.plan.md\"",
        ]);
    }

    #[Answers('job-version')]
    public function update(ChangeJobRequest $request, WorkJob $job): JsonResponse
    {
        $version = DB::transaction(static function () use ($request, $job): int {
            $job->refresh();
            abort_if($job->runs()->exists(), 409, 'The run has begun; its plan no longer changes.');
            if ($request->has('version') && $request->integer('version') !== $job->version) {
                throw new HttpResponseException(
                    response()->json(
                        [
                            'message' =>
                                'This job was changed in another window meanwhile. What you did here was not kept; ' .
                                'look at it as it is now, then do it again.',
                            'now' => ['kit' => $job->kit, 'answers' => $job->answers, 'version' => $job->version],
                            'wanted' => $request->safe()->only(['kit', 'answers']),
                        ],
                        409,
                    ),
                );
            }
            $job->fill($request->safe()->only(['kit', 'answers']))->save();

            return $job->version;
        });

        return response()->json(['id' => $job->id, 'version' => $version]);
    }

    #[Answers(null, 204)]
    public function destroy(WorkJob $job): Response
    {
        abort_if($job->runs()->exists(), 409, 'The job has a run; its record is kept.');
        WorkJob::forgetDeleted();
        $job->delete();

        return response()->noContent();
    }

    /** Brings a deleted job back, within a day. */
    #[Answers('opened')]
    public function restore(int $id): JsonResponse
    {
        WorkJob::forgetDeleted();
        $job = WorkJob::onlyTrashed()->has('unit')->find($id);
        abort_if($job === null, 404, 'This job can no longer be brought back. Plan it anew.');
        $job->restore();

        return response()->json(['id' => $job->id]);
    }

    /**
     * The same job once more: its files and its house rules. What was agreed to was agreed for the phone as it was
     * then, so that it is asked again.
     */
    #[Answers('opened', 201)]
    public function copy(WorkJob $job): JsonResponse
    {
        $copy = $job->replicate(['key', 'version']);
        $copy->answers = ['agreed' => [], 'waived' => []] + $job->answers;
        $copy->save();

        return response()->json(['id' => $copy->id], 201);
    }
}

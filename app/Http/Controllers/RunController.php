<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Events\RunReady;
use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Middleware\AccessCode;
use App\Http\Requests\DiffersRequest;
use App\Http\Requests\FaultRequest;
use App\Http\Requests\ReleaseRequest;
use App\Http\Requests\RunNoteRequest;
use App\Http\Requests\SomethingElseRequest;
use App\Http\Requests\StartRunRequest;
use App\Http\Requests\TellRequest;
use App\Language\Languages;
use App\Models\JournalLine;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use App\Planning\ShownPlan;
use App\Run\DatabaseJournal;
use App\Run\RunStarter;
use App\Run\StandInLink;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as Plain;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Run\RunTrouble;
use Tornavis\Core\Trouble\TroubleGuide;
use Tornavis\Core\Words\Symptom;

/** A run, its live events, and what a person can do to it. */
final class RunController extends Controller
{
    #[Answers('opened', 201)]
    public function start(StartRunRequest $request, WorkJob $job, JobPlanner $planner): JsonResponse
    {
        $link = $request->string('link', 'stand-in')->toString();
        abort_unless(
            in_array($link, ['stand-in', Hands::NAME], true),
            422,
            'A run goes over the link "stand-in" or by "hands".',
        );
        // Two windows that start at once: the second waits here, and then finds what the first has begun.
        $seal = $request->string('seal')->toString();
        $begun = DB::transaction(static function () use ($job, $planner, $seal, $link): array {
            abort_if($job->runs()->exists(), 409, 'This job has been run. Open a new job to do it again.');
            $other = Run::openOn($job->unit->label);
            abort_if(
                $other !== null,
                409,
                "Run {$other} is under way on {$job->unit->label}. End it or stop it first; two runs on one phone " .
                    'would write over one another.',
            );
            // Made here, where nothing can change any more until the run has begun.
            $plan = $planner->plan($job);
            abort_unless(
                $plan->verdict->level === Verdict::CLEAR,
                409,
                "{$plan->verdict->words()}: the run cannot start.",
            );
            ShownPlan::refuseOther($seal, $plan);

            return ['id' => RunStarter::of($job, $plan, $link)->id];
        });

        return response()->json($begun, 201);
    }

    /** Events after a sequence number, and where the run is. */
    #[Reads('after', 'integer')]
    #[Answers('run-events')]
    #[Answers(null, 304)]
    public function events(Request $request, int $run): Response
    {
        // Known before plan and journal are read: where nothing has come there is nothing to tell.
        $last = JournalLine::last($run);
        // The same events in another language are another answer.
        $version = implode('-', ['run', $run, $last, $request->integer('after'), Languages::chosen($request)]);
        $unchanged = (new Plain())->setEtag($version);
        if ($unchanged->isNotModified($request)) {
            return $unchanged;
        }
        $run = Run::query()->with('job.unit')->findOrFail($run);
        $state = $run->state();
        $answer = response()->json([
            'events' => array_map(
                static fn(JournalEvent $event): array => $event->toArray(),
                $run->events($request->integer('after')),
            ),
            'state' => [
                'status' => $state->status,
                'link' => $state->link,
                'step' => $state->step,
                'steps' => (object) $state->steps,
                'facts' => (object) $state->facts,
                'seconds' => (object) $state->seconds,
                'question' =>
                    $state->question === null
                        ? null
                        : [
                                'kind' => $state->question->kind->value,
                                'at' => $state->question->at,
                                'sequence' => $state->question->sequence,
                            ] + $state->question->data,
                'progress' => $state->progress?->data,
                'wayBack' => get_object_vars($state->wayBack(SheetRecord::forUnit($run->job->unit))),
            ],
            'now' => now()->toIso8601String(),
        ]);

        return $answer->setEtag($version);
    }

    #[Answers('run-status')]
    public function release(ReleaseRequest $request, Run $run): JsonResponse
    {
        return $this->act(
            $run,
            static fn(RunActions $actions) => $actions->release($request->string('word')->toString()),
            self::seen($request),
        );
    }

    #[Answers('run-status')]
    public function tell(TellRequest $request, Run $run): JsonResponse
    {
        return $this->act(
            $run,
            static fn(RunActions $actions) => $actions->tell(
                $request->string('answer')->toString(),
                $request->string('note')->toString(),
                $request->string('evidence')->toString(),
                now()->toIso8601String(),
            ),
            self::seen($request),
        );
    }

    #[Answers('run-status')]
    public function somethingElse(SomethingElseRequest $request, Run $run): JsonResponse
    {
        return $this->act(
            $run,
            static fn(RunActions $actions) => $actions->somethingElse(
                $request->string('note')->toString(),
                Symptom::tryFrom($request->string('symptom')->toString()),
            ),
        );
    }

    /** What the phone shows is not what the step should lead to. */
    #[Answers('run-status')]
    public function differs(DiffersRequest $request, Run $run): JsonResponse
    {
        return $this->act(
            $run,
            static fn(RunActions $actions) => $actions->differs($request->string('evidence')->toString()),
            self::seen($request),
        );
    }

    /** Lets something go wrong on the simulated phone, for practice. */
    #[Answers('fault')]
    public function fault(FaultRequest $request, Run $run, StandInLink $link): JsonResponse
    {
        abort_if($run->state()->link === Hands::NAME, 409, 'Faults are for simulated phones; this run goes by hand.');
        $kind = $request->string('kind')->toString();
        abort_unless(
            isset(StandInLink::faults()[$kind]),
            422,
            'The fault is one of: ' . implode(', ', array_keys(StandInLink::faults())) . '.',
        );
        $serial = (string) $run->job->unit->unit()->state()->text('serial');
        $answer = $link->to($serial)->letGoWrong($kind, max(0, min(100, $request->integer('atPercent'))));
        abort_unless($answer->ok, 409, $answer->says);

        return response()->json(['kind' => $kind]);
    }

    /** Everything in the simulated phone, as nobody sees it on a real one. */
    #[Answers('inside')]
    public function inside(Run $run, StandInLink $link): JsonResponse
    {
        abort_if($run->state()->link === Hands::NAME, 409, 'Only a simulated phone can be looked into.');
        $serial = (string) $run->job->unit->unit()->state()->text('serial');

        return response()->json($link->to($serial)->lookInside());
    }

    /** What may be seen now, the likely first. */
    #[Answers('symptoms')]
    public function symptoms(Run $run): JsonResponse
    {
        $case = RunTrouble::of($run->plan, $run->state(), SheetRecord::forUnit($run->job->unit));

        return response()->json([
            'symptoms' => array_map(
                static fn(Symptom $one): array => ['value' => $one->value, 'label' => $one->label()],
                TroubleGuide::symptoms($case),
            ),
            'faults' => array_map(
                static fn(string $value, string $label): array => ['value' => $value, 'label' => $label],
                array_keys(StandInLink::faults()),
                StandInLink::faults(),
            ),
        ]);
    }

    /** A note for the record, at any time. */
    #[Answers('run-notes', 201)]
    public function note(RunNoteRequest $request, Run $run): JsonResponse
    {
        (new RunActions(
            $run->plan,
            new DatabaseJournal($run, AccessCode::by($request)),
            SheetRecord::forUnit($run->job->unit),
        ))->note($request->string('note')->toString());

        return response()->json(['notes' => $run->record()->toArray()['notes']], 201);
    }

    #[Answers('run-status')]
    public function stop(Run $run): JsonResponse
    {
        return $this->act($run, static fn(RunActions $actions) => $actions->stop());
    }

    #[Answers('run-status')]
    public function goOn(Run $run): JsonResponse
    {
        abort_if(
            $run->wasFollowed(),
            409,
            "The work on {$run->unit_label} went on in a later run, so that this plan no longer fits the phone. Go " .
                'on there.',
        );

        return $this->act($run, static fn(RunActions $actions) => $actions->goOn());
    }

    /** Number of the question that is answered, as the page shows it. */
    private static function seen(Request $request): ?int
    {
        return $request->has('question') ? $request->integer('question') : null;
    }

    /**
     * What a person does is several lines of the journal. They are written together: a worker that looked between
     * two of them would take the step for one that was interrupted.
     *
     * @param  callable(RunActions): void  $act
     */
    private function act(Run $run, callable $act, ?int $seen = null): JsonResponse
    {
        $actions = new RunActions(
            $run->plan,
            new DatabaseJournal($run, AccessCode::by(request())),
            SheetRecord::forUnit($run->job->unit),
            $seen,
        );
        DB::transaction(static fn() => $act($actions));
        $state = $run->state();
        // After a stop it lets go of the phone.
        if ($state->mayGoOn() || $state->status === RunState::STOPPED) {
            event(new RunReady($run->id));
        }

        return response()->json(['status' => $state->status]);
    }
}

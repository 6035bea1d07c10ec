<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\Pasted;
use App\Bench\SheetPack;
use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Requests\BackupRequest;
use App\Http\Requests\DumpRequest;
use App\Http\Requests\FactRequest;
use App\Http\Requests\IdentifyRequest;
use App\Http\Requests\NewUnitRequest;
use App\Http\Requests\SettleRequest;
use App\Http\Requests\UndoRequest;
use App\Http\Requests\UnitNoteRequest;
use App\Http\Requests\WaitRequest;
use App\Http\Resources\UnitPage;
use App\Jobs\ReadPhone;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Draft\SheetMerge;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Identity\TextIntake;
use Tornavis\Core\Phone\Conflicts;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Note;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Phone\UnlockWait;
use Tornavis\Core\Phone\ZonedTime;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Words\Symptom;

/** One phone: what is known about it, and what a person adds to that. */
final class UnitController extends Controller
{
    #[Answers('unit')]
    public function show(UnitRecord $unit, JobPlanner $planner): JsonResponse
    {
        return (new UnitPage($unit, $planner))->response();
    }

    #[Answers('new-unit', 201)]
    public function store(NewUnitRequest $request, JobPlanner $planner): JsonResponse
    {
        $unit = new Unit($request->label(), $request->codename(), [], [], $request->note());
        $reading = $request->reading();
        if ($reading !== null) {
            $sheet = $unit->codename === null ? null : $planner->sheets()[$unit->codename] ?? null;
            $unit = $unit->withFacts(...TextIntake::of($unit, $sheet, $reading, now()->toIso8601String())->facts);
        }
        UnitRecord::keep($unit);

        return response()->json(['label' => $unit->label], 201);
    }

    #[Answers(null, 204)]
    public function destroy(UnitRecord $unit): Response
    {
        abort_if(
            $unit->jobs()->has('runs')->exists(),
            409,
            "{$unit->label} has runs in the log; their records are kept, so it stays on the bench.",
        );
        $unit->takeOff();

        return response()->noContent();
    }

    /** Puts a phone back that was taken off the bench, within a day. */
    #[Answers('done')]
    public function restore(string $label): JsonResponse
    {
        try {
            UnitRecord::putBack($label);
        } catch (ModelNotFoundException) {
            abort(404, 'This phone can no longer be put back. Add it anew.');
        }

        return response()->json(['ok' => true]);
    }

    #[Answers('done', 201)]
    public function learn(FactRequest $request, UnitRecord $unit, JobPlanner $planner): JsonResponse
    {
        $fact = Fact::of($request->name(), $request->value(), Source::Typed, 'typed', now()->toIso8601String());
        $unit->change(static function (Unit $now) use ($fact, $planner, $unit): Unit {
            $sheet = $planner->sheet($unit);
            $with = $sheet === null ? $now->withFacts($fact) : $now->withFacts($fact)->placedIn($sheet);
            $with->refuseImpossible($sheet, now()->toIso8601String(), 'the form');

            return $with;
        });

        return response()->json(['ok' => true], 201);
    }

    /** Takes in what this very phone or its recovery printed; with ?dry=1 it only says what would change. */
    #[Reads('dry', 'boolean')]
    #[Answers('dump')]
    public function dump(DumpRequest $request, UnitRecord $unit, JobPlanner $planner): JsonResponse
    {
        $reading = Pasted::read($request->string('text')->toString());
        $intake = TextIntake::of($unit->unit(), $planner->sheet($unit), $reading, now()->toIso8601String());
        // What a ported build says of the model is said of another one.
        $merge = $intake->shows === null ? self::addedToSheet($unit, $planner->sheet($unit), $reading) : null;
        if (!$request->boolean('dry')) {
            $sheet = $merge === null || $merge->added === [] ? null : $merge->sheet();
            DB::transaction(static function () use ($unit, $intake, $sheet): void {
                $unit->learn(...$intake->facts);
                if ($sheet !== null) {
                    SheetRecord::keep($sheet, "from what {$unit->label} printed");
                }
            });
        }

        return response()->json([
            'notUnderstood' => $reading->notUnderstood,
            'symptoms' => array_map(
                static fn(Statement $one): array => $one->toArray('id') + [
                    'label' => Symptom::from($one->name)->label(),
                ],
                $reading->symptoms,
            ),
            'sheet' => $merge === null ? [] : SheetPack::notes($merge),
            'changes' => $intake->changes,
            'facts' => count($intake->facts),
        ]);
    }

    /** What the paste adds to the sheet of its model; null where it says nothing of it. */
    private static function addedToSheet(UnitRecord $unit, ?ModelSheet $sheet, Reading $reading): ?SheetMerge
    {
        if ($sheet === null || $reading->sureCodenames() === []) {
            return null;
        }

        try {
            $merge = SheetMerge::of($sheet, SheetDraft::of($unit->label, $reading, [])->sheet());
            $merge->sheet();

            return $merge;
        } catch (FormatError) {
            // What a paste says of the model contradicts itself; of the phone it may still be right.
            return null;
        }
    }

    /** Takes back what was pasted at one time; what was known before it counts again. */
    #[Answers('done')]
    public function undo(UndoRequest $request, UnitRecord $unit): JsonResponse
    {
        $at = $request->string('at')->toString();
        $unit->change(static fn(Unit $now): Unit => $now->withoutPaste($at));

        return response()->json(['ok' => true]);
    }

    /** Which of the statements that disagree holds. */
    #[Answers('done')]
    public function settle(SettleRequest $request, UnitRecord $unit): JsonResponse
    {
        $name = $request->string('name')->toString();
        $sides = Conflicts::of($unit->unit()->facts)[$name] ?? [];
        $chosen =
            $sides[$request->integer('side', -1)] ??
            abort(409, 'This is decided already, or there is no such statement.');
        $unit->learn(
            Fact::of(
                $name,
                $chosen->value,
                Source::Settled,
                "{$chosen->source->label()}, {$chosen->where}",
                now()->toIso8601String(),
            ),
        );

        return response()->json(['ok' => true]);
    }

    #[Answers('done', 201)]
    public function note(UnitNoteRequest $request, UnitRecord $unit): JsonResponse
    {
        $note = new Note(now()->toIso8601String(), $request->string('text')->toString());
        $unit->change(static fn(Unit $now): Unit => $now->withNote($note));

        return response()->json(['ok' => true], 201);
    }

    /** A person has decided which model it is. */
    #[Answers('done')]
    public function identify(IdentifyRequest $request, UnitRecord $unit, JobPlanner $planner): JsonResponse
    {
        $codename = $request->string('codename')->toString();
        $unit->change(static function (Unit $now) use ($codename, $planner, $unit): Unit {
            $said = Fact::of(
                StateField::Codename->value,
                $codename,
                Source::Settled,
                'chosen on its page',
                now()->toIso8601String(),
            );
            $sheet = $planner->sheets()[$codename] ?? null;
            $named = $now->withCodename($codename)->withFacts($said);
            $changed = $sheet === null ? $named : $named->placedIn($sheet);
            $changed->refuseImpossible($sheet, now()->toIso8601String(), $unit->label);

            return $changed;
        });

        return response()->json(['ok' => true]);
    }

    #[Answers('done', 201)]
    public function backUp(BackupRequest $request, UnitRecord $unit): JsonResponse
    {
        $unit->change(static fn(Unit $now): Unit => $now->withBackup($request->backup($now->state())));

        return response()->json(['ok' => true], 201);
    }

    /** Has the phone read over its link, mode by mode. */
    #[Answers('done', 202)]
    public function read(UnitRecord $unit): JsonResponse
    {
        abort_if(
            $unit->unit()->state()->text('serial') === null,
            409,
            'Its serial number is not known, so it cannot be told from the others on the cable. Enter it first.',
        );
        abort_if(
            Run::openOn($unit->label) !== null,
            409,
            'A run is at work on this phone. It is read again when the run has ended.',
        );
        ReadPhone::begin($unit);

        return response()->json(['ok' => true], 202);
    }

    /** The wall-clock time at which the maker's wait was started; an hour that the clocks repeat must be told apart. */
    #[Answers('wait-start')]
    #[Answers('wait-start', 201)]
    public function startWait(WaitRequest $request, UnitRecord $unit): JsonResponse
    {
        $moments = ZonedTime::moments($request->string('at')->toString(), $request->string('zone')->toString());
        $which = $request->integer('which', count($moments) === 1 ? 0 : -1);
        if (!isset($moments[$which])) {
            return response()->json([
                'ambiguous' => array_map(
                    static fn(\DateTimeImmutable $moment): string => $moment->format(DATE_ATOM),
                    $moments,
                ),
            ]);
        }
        abort_if($moments[$which] > now()->addMinutes(5), 422, 'The wait cannot have started in the future.');
        $unit->learn(
            Fact::of(
                StateField::UnlockWaitStarted->value,
                $moments[$which]->format(DATE_ATOM),
                Source::Typed,
                $request->string('zone')->toString(),
                now()->toIso8601String(),
            ),
        );

        return response()->json(['ambiguous' => []], 201);
    }

    #[Answers(null, type: 'text/calendar')]
    public function calendar(UnitRecord $unit, JobPlanner $planner): Response
    {
        $sheet = $planner->sheet($unit);
        $wait = $sheet === null ? null : UnlockWait::of($unit->unit()->state(), $sheet);
        abort_if($wait === null, 404, 'No wait runs for this phone.');

        return response($wait->calendar($unit->label, $unit->codename, now()->toImmutable()), 200, [
            'Content-Type' => 'text/calendar; charset=utf-8',
            'Content-Disposition' => "attachment; filename=\"unlock-{$unit->label}.ics\"",
        ]);
    }
}

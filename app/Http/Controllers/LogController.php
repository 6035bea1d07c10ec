<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\ArchiveIntake;
use App\Bench\RunFile;
use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Api\Takes;
use App\Http\Requests\LogRequest;
use App\Http\Resources\LogRow;
use App\Models\Run;
use App\Run\RunStatistics;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Tornavis\Core\Record\RecordPage;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\JournalText;

/** What was done, and its record in open formats. */
final class LogController extends Controller
{
    /** Runs by the words of a filter, the newest first, and what all runs of the bench come to. */
    #[Answers('log')]
    public function index(LogRequest $request): JsonResponse
    {
        $runs = $request->runs();

        return response()->json([
            'total' => $runs->count(),
            'runs' => $runs
                ->latest('started_at')
                ->latest('id')
                ->limit(LogRequest::PAGE)
                ->offset($request->integer('from'))
                ->get(LogRequest::COLUMNS)
                ->mapInto(LogRow::class),
            'codenames' => Run::query()->distinct()->orderBy('codename')->pluck('codename'),
        ]);
    }

    /** How runs went, by model and build, and what went wrong most. */
    #[Answers('log-summary')]
    public function summary(): JsonResponse
    {
        return response()->json(RunStatistics::all());
    }

    /** Two runs of one model, step by step. */
    #[Answers('run-comparison')]
    public function compare(Run $run, Run $other): JsonResponse
    {
        abort_unless(
            $run->codename === $other->codename,
            422,
            'Two runs can be compared when they are of one model. Choose another run of ' . $run->codename . '.',
        );

        return response()->json(RunStatistics::compare($run, $other));
    }

    #[Answers('record')]
    public function record(Run $run): JsonResponse
    {
        return response()->json($run->record()->toArray());
    }

    #[Answers(null, type: 'text/markdown')]
    public function markdown(Run $run): Response
    {
        return response(RecordPage::markdown($run->record()), 200, [
            'Content-Type' => 'text/markdown; charset=utf-8',
            'Content-Disposition' => "attachment; filename=\"{$run->unit_label}-run-{$run->id}.md\"",
        ]);
    }

    /** The run as lines: job, plan and journal as JSON, or the journal as a table with commas. */
    #[Answers(null, type: 'text/plain')]
    public function lines(Run $run, string $form): Response
    {
        $text = $form === 'jsonl' ? RunFile::text($run) : JournalText::csv($run->events());

        return response($text, 200, [
            'Content-Type' => $form === 'jsonl' ? 'application/x-ndjson' : 'text/csv; charset=utf-8',
            'Content-Disposition' => "attachment; filename=\"{$run->unit_label}-run-{$run->id}.{$form}\"",
        ]);
    }

    /** Takes a run in that was given out as JSON Lines; with ?dry=1 it only says what would change. */
    #[Takes([], 'application/x-ndjson')]
    #[Reads('dry', 'boolean')]
    #[Answers('archive-intake')]
    public function takeIn(Request $request, ArchiveIntake $intake): JsonResponse
    {
        return response()->json([
            'dry' => $request->boolean('dry'),
            'changes' => $intake->takeRun($request->getContent(), $request->boolean('dry')),
        ]);
    }

    /** The journal in the own format. */
    #[Answers('/journal')]
    public function journal(Run $run): JsonResponse
    {
        $events = array_map(static fn(JournalEvent $event): array => $event->toArray(), $run->events());

        return response()->json(
            [
                'format' => 'tornavis/journal',
                'version' => 1,
                'run' => "{$run->unit_label} run {$run->id}",
                'events' => $events,
            ],
            200,
            ['Content-Disposition' => "attachment; filename=\"{$run->unit_label}-run-{$run->id}.journal.json\""],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES,
        );
    }
}

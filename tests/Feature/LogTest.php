<?php

declare(strict_types=1);

use App\Models\Run;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use App\Run\RunStatistics;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tests\Support\World;
use Tornavis\Core\Run\EventKind;

use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\PlanSeal;
use Tornavis\Core\Situation\Rates;

/*
 * The log: filtered, compared, summed up, learned from, and out and in as text.
 */

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

/**
 * A run of the ready phone whose steps took as long as reckoned, times a factor, and in which some things went wrong.
 */
function loggedRun(float $factor = 1.0, int $troubles = 0, bool $ends = true, string $codename = 'bowline'): Run
{
    // As an object, so that what is empty stays an object.
    $plan = json_decode(World::plan('SK-07', World::SALTERN)->toJson());
    $run = WorkJob::query()
        ->findOrFail(1)
        ->runs()
        ->create([
            'unit_label' => 'SK-07',
            'codename' => $codename,
            'build' => 'Saltern 15.2',
            'status' => 'not-started',
            'plan' => $plan,
        ]);
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in', 'plan' => PlanSeal::of($run->plan)]);
    for ($i = 0; $i < $troubles; $i++) {
        $journal->append(EventKind::Asked, 1, [
            'about' => 'failure',
            'says' => 'The phone says: No phone is listed.',
            'answers' => ['again', 'stop'],
        ]);
        $journal->append(EventKind::Told, 1, ['answer' => 'again']);
    }
    foreach ($ends ? PlannedStep::allOf($run->plan) : [] as $step) {
        $journal->append(EventKind::Intend, $step->number, []);
        $journal->append(EventKind::Answered, $step->number, [
            'ok' => true,
            'says' => '',
            'status' => 0,
            'facts' => [],
            'elapsedSeconds' => (int) round($step->expectedSeconds * $factor),
        ]);
        $journal->append(EventKind::Judged, $step->number, ['seen' => true, 'reason' => '']);
    }
    $journal->append($ends ? EventKind::Ended : EventKind::Stopped, null, []);

    return $run->refresh();
}

it('filters by words, by model and by what it came to', function () {
    loggedRun();
    loggedRun(troubles: 2);
    loggedRun(ends: false, codename: 'becket');
    $count = fn(string $query): int => getJson("/api/log?{$query}")
        ->assertOk()
        ->json('total');
    Schemas::hold(getJson('/api/log'), 'log');

    expect([
        $count(''),
        $count('q=saltern'),
        $count('q=saltern%20becket'),
        $count('q=100%25'),
        $count('codename=bowline'),
        $count('status=stopped'),
        $count('status=trouble'),
        $count('status=open'),
    ])->toBe([3, 3, 1, 0, 2, 1, 1, 0]);
    getJson('/api/log?status=odd')->assertUnprocessable();
});

it('sums up by model and build, and names what went wrong most', function () {
    loggedRun(troubles: 2);
    loggedRun(2.0);
    loggedRun(troubles: 1, ends: false);
    $answer = getJson('/api/log/summary')->assertOk();
    Schemas::hold($answer, 'log-summary');

    expect($answer->json('models.0'))
        ->toMatchArray(['codename' => 'bowline', 'runs' => 3, 'ended' => 2, 'withTrouble' => 2])
        ->and($answer->json('models.0.times.1'))
        ->toBeGreaterThan(1.8 * $answer->json('models.0.plannedSeconds'))
        ->and($answer->json('troubles'))
        ->toBe([
            ['says' => 'The phone says: No phone is listed.', 'times' => 3, 'ended' => 1, 'then' => ['again' => 3]],
        ]);
});

it('lays two runs of one model side by side, and no others', function () {
    [$one, $other, $foreign] = [loggedRun(), loggedRun(3.0), loggedRun(codename: 'becket')];
    $answer = getJson("/api/runs/{$one->id}/compare/{$other->id}")->assertOk();
    Schemas::hold($answer, 'run-comparison');
    $format = collect($answer->json('steps'))->firstWhere('title', 'Format data');

    expect($format['sides'][1]['seconds'])->toBe(3 * $format['sides'][0]['seconds']);
    getJson("/api/runs/{$one->id}/compare/{$foreign->id}")->assertUnprocessable();
});

it('learns from three runs on a model how long things really take, and says so', function () {
    $before = getJson('/api/jobs/1')->json('plan.budget');
    loggedRun(2.0);
    loggedRun(2.0);
    expect(RunStatistics::rates('bowline'))->toEqual(new Rates());
    loggedRun(2.0);
    app()->forgetScopedInstances();
    $after = getJson('/api/jobs/2')->json('plan.budget');

    expect(RunStatistics::rates('bowline')->factors['sideload'])
        ->toBe(2.0)
        ->and(RunStatistics::rates('bowline_m')->factors)
        ->toBe([])
        ->and($before['learnedFromRuns'])
        ->toBe(0)
        ->and($after['learnedFromRuns'])
        ->toBe(0);
    $plan = Tornavis\Core\Plan\Planner::plan(
        new Tornavis\Core\Situation\Situation(
            World::sheet('bowline'),
            World::unit('SK-07'),
            array_map(World::package(...), World::SALTERN),
            Tornavis\Core\Words\Intent::Fresh,
            'now',
            rates: RunStatistics::rates('bowline'),
        ),
    );
    $plain = World::plan('SK-07', World::SALTERN);

    expect($plan->budget?->expectedSeconds())
        ->toBeGreaterThan((int) (1.9 * (int) $plain->budget?->expectedSeconds()))
        ->and($plan->toArray()['budget']['learnedFromRuns'])
        ->toBe(3);
});

it('keeps a factor within what a plan can bear', function () {
    expect(Rates::learned(['sideload' => 90.0, 'flash' => 0.01], 3)->factors)
        ->toBe(['flash' => 0.3, 'sideload' => 5.0])
        ->and(Rates::learned(['sideload' => 2.0], 2))
        ->toEqual(new Rates());
});

it('gives a run out as lines and takes it in again, where it changes nothing', function () {
    $run = loggedRun(troubles: 1);
    $lines = (string) get("/api/runs/{$run->id}/run.jsonl")
        ->assertOk()
        ->getContent();
    $csv = (string) get("/api/runs/{$run->id}/run.csv")
        ->assertOk()
        ->getContent();
    $rows = array_map(static fn(string $line): array => str_getcsv($line, escape: ''), explode("\r\n", trim($csv)));
    $answer = call('POST', '/api/log', content: $lines)->assertOk();
    Schemas::hold($answer, 'archive-intake');

    expect(substr_count($lines, "\n"))
        ->toBe(count($run->events()) + 1)
        ->and($rows[0])
        ->toBe(['sequence', 'at', 'kind', 'step', 'says', 'seconds', 'hash'])
        ->and(count($rows))
        ->toBe(count($run->events()) + 1)
        ->and(array_unique(array_column($answer->json('changes'), 'change')))
        ->toBe(['same']);
});

it('takes a run in on a bench that has only its phone, with its record as it was', function () {
    $run = loggedRun(troubles: 1);
    $lines = (string) get("/api/runs/{$run->id}/run.jsonl")->getContent();
    $record = getJson("/api/runs/{$run->id}/record")->json();
    DB::statement('drop trigger journal_events_stay');
    DB::table('journal_events')->delete();
    $run->delete();
    WorkJob::query()->whereKey($run->work_job_id)->delete();
    expect(array_column(call('POST', '/api/log?dry=1', content: $lines)->assertOk()->json('changes'), 'change'))
        ->toBe(['new', 'new'])
        ->and(Run::query()->where('key', $run->key)->exists())
        ->toBeFalse();
    call('POST', '/api/log', content: $lines)->assertOk();
    $taken = Run::query()->where('key', $run->key)->firstOrFail();

    expect(getJson("/api/runs/{$taken->id}/record")->json())
        ->toBe($record)
        ->and((string) get("/api/runs/{$taken->id}/run.jsonl")->getContent())
        ->toBe($lines);
});

it('shows the runs by when they were begun, whatever their numbers are', function () {
    $older = loggedRun();
    $newer = loggedRun();
    expect(array_column(getJson('/api/log')->json('runs'), 'id'))->toBe([$newer->id, $older->id]);
    DB::table('runs')
        ->where('id', $newer->id)
        ->update(['started_at' => '2025-01-01T10:00:00+00:00']);
    expect(array_column(getJson('/api/log')->json('runs'), 'id'))->toBe([$older->id, $newer->id]);
});

it('notices a run that was cut or changed, and says where', function (Closure $spoil, string $words) {
    $lines = explode("\n", trim((string) get('/api/runs/' . loggedRun(troubles: 1)->id . '/run.jsonl')->getContent()));
    $before = Run::query()->count();
    $answer = call('POST', '/api/log', content: implode("\n", $spoil($lines)));

    expect($answer->status())
        ->toBe(422)
        ->and((string) $answer->getContent())
        ->toContain($words)
        ->and(Run::query()->count())
        ->toBe($before);
})->with([
    'a line cut out' => [fn(array $lines) => [...array_slice($lines, 0, 4), ...array_slice($lines, 5)], 'line 5'],
    'the last lines cut off' => [fn(array $lines) => array_slice($lines, 0, -2), 'lines that are missing at the end'],
    'a changed word' => [
        fn(array $lines) => array_map(
            static fn(string $line): string => str_replace('No phone is listed', 'All is well', $line),
            $lines,
        ),
        'line 3',
    ],
    'half a line' => [fn(array $lines) => [...array_slice($lines, 0, 2), substr($lines[2], 0, 30)], 'line 3'],
    'another plan' => [
        fn(array $lines) => [
            str_replace('"expectedSeconds":20,', '"expectedSeconds":21,', $lines[0]),
            ...array_slice($lines, 1),
        ],
        'not the plan that the run was begun with',
    ],
    'a plan that lacks the last steps' => [
        function (array $lines) {
            $head = json_decode($lines[0]);
            array_splice($head->run->plan->steps, 3);

            return [json_encode($head), ...array_slice($lines, 1)];
        },
        'not the plan that the run was begun with',
    ],
    'a phone that is not here' => [
        fn(array $lines) => [str_replace('"unit":"SK-04"', '"unit":"SK-99"', $lines[0]), ...array_slice($lines, 1)],
        'not on the bench',
    ],
    'something else' => [fn(array $lines) => ['hello'], 'line 1'],
]);

it('filters a log of 5,000 runs without reading a plan', function () {
    $run = loggedRun();
    $row = (array) DB::table('runs')->where('id', $run->id)->first();
    foreach (array_chunk(range(1, 5000), 200) as $part) {
        DB::table('runs')->insert(
            array_map(
                static fn(int $i): array => [
                    'id' => 10_000 + $i,
                    'key' => sprintf('01test%020d', $i),
                    'plan' => '{}',
                    'unit_label' => 'SK-0' . $i % 9,
                ] + $row,
                $part,
            ),
        );
    }
    DB::enableQueryLog();
    expect(getJson('/api/log?q=SK-03&status=ended')->assertOk()->json('total'))->toBe(556);
    $asked = implode("\n", array_column(DB::getQueryLog(), 'query'));

    expect($asked)
        ->not->toContain('"plan"')
        ->not->toContain('select * from "runs"')
        ->and(count(DB::getQueryLog()))
        ->toBeLessThan(5);
});

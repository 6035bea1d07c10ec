<?php

declare(strict_types=1);

use App\Bench\Season;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\RunStatistics;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\deleteJson;
use function Pest\Laravel\getJson;
use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Run\PlanSeal;

/*
 * What is chosen from: files and phones with their verdicts, lists, the search, and the season of the demo.
 */

uses(DemoBench::class);

/**
 * @param  array<string, string|int>  $query
 * @return array<string, array<string, mixed>> the choices of one list by their title or label
 */
function choicesOf(string $list, array $query): array
{
    $rows = getJson('/api/choices?' . http_build_query($query))
        ->assertOk()
        ->json($list);

    return array_column($rows, null, $list === 'files' ? 'name' : 'label');
}

it('gives each build its verdict for the phone, what fits first', function () {
    $files = choicesOf('files', ['intent' => 'fresh', 'unit' => 'SK-04']);
    $levels = array_column($files, 'level');
    $firstStop = array_search('stop', $levels, true);

    expect($files[World::SALTERN[0]]['level'])
        ->toBe('clear')
        ->and($files['saltern-15.2-20260903-bowlane.zip'])
        ->toMatchArray(['level' => 'stop', 'words' => 'Made for bowlane, a look-alike'])
        ->and($files['saltern-15.2-20260903-bowline-copy.zip']['level'] ?? 'left out')
        ->toBeIn(['stop', 'left out'])
        ->and(array_unique(array_slice($levels, (int) $firstStop)))
        ->toBe(['stop']);
});

it('judges a build that does not fit as the plan of a job with it does', function (string $unit, string $intent) {
    foreach (choicesOf('files', ['intent' => $intent, 'unit' => $unit]) as $file) {
        $opened = postJson('/api/jobs', ['unit' => $unit, 'intent' => $intent, 'package' => $file['id']]);
        $job = getJson("/api/jobs/{$opened->json('id')}")->json();
        $stops = array_filter(
            $job['findings'],
            static fn(array $one): bool => $one['severity'] === 'stop' && $one['area'] !== 'prepare',
        );

        expect($file['level'] === 'stop')->toBe($stops !== [], "{$file['name']}: {$file['words']}");
    }
})->with([['SK-04', 'fresh'], ['SK-06', 'update'], ['SK-09', 'kernel']]);

it('gives each phone its verdict for the file, and says which cannot be planned for', function () {
    $saltern = PackageRecord::query()->where('name', World::SALTERN[0])->firstOrFail();
    $phones = choicesOf('phones', ['intent' => 'fresh', 'package' => $saltern->id]);

    expect($phones['SK-04']['level'])
        ->toBe('clear')
        ->and($phones['SK-02'])
        ->toMatchArray(['level' => 'stop', 'words' => 'Made for bowline'])
        ->and($phones['SK-12'])
        ->toMatchArray(['level' => 'stop', 'words' => 'Not identified yet'])
        ->and(array_column(choicesOf('phones', ['intent' => 'fresh']), 'words', 'label')['SK-02'])
        ->toBe('');
    getJson('/api/choices?intent=polish')->assertUnprocessable();
});

it('says of each job what it waits for and when it was opened', function () {
    $jobs = array_column(getJson('/api/jobs')->json('jobs'), null, 'id');

    expect($jobs[1]['waitsFor'])
        ->toBeNull()
        ->and($jobs[2]['waitsFor'])
        ->toBe('No account signed in: somebody is signed in')
        ->and($jobs[2]['openedAt'])
        ->toBe(WorkJob::query()->findOrFail(2)->created_at?->toIso8601String());
});

it('brings a deleted job back for a day, and lets go of it then', function () {
    deleteJson('/api/jobs/2')->assertNoContent();
    getJson('/api/jobs/2')->assertNotFound();
    postJson('/api/jobs/2/restore')->assertOk();
    getJson('/api/jobs/2')->assertOk();
    deleteJson('/api/jobs/2')->assertNoContent();
    Carbon::setTestNow(now()->addHours(25));
    deleteJson('/api/jobs/1')->assertNoContent();
    postJson('/api/jobs/2/restore')->assertNotFound()->assertJsonPath('error', null);
});

it('copies files and house rules of a job, and asks again what was agreed', function () {
    patchJson('/api/jobs/2', [
        'answers' => ['agreed' => ['PREP-2'], 'waived' => ['apps'], 'house' => ['route' => 'storage']],
    ])->assertOk();
    $id = postJson('/api/jobs/2/copy')->assertCreated()->json('id');
    $copy = WorkJob::query()->findOrFail($id);

    expect($copy->kit)
        ->toBe(WorkJob::query()->findOrFail(2)->kit)
        ->and($copy->answers)
        ->toEqual(['agreed' => [], 'waived' => [], 'house' => ['route' => 'storage']])
        ->and($copy->key)
        ->not->toBe(WorkJob::query()->findOrFail(2)->key);
});

it('finds phones, files, jobs, models, rules, troubles and articles by all of their words', function (
    string $typed,
    string $kind,
    string $to,
) {
    $hits = getJson('/api/search?q=' . urlencode($typed))
        ->assertOk()
        ->json('hits');

    expect(array_column($hits, 'kind', 'to')[$to] ?? null)
        ->toBe($kind)
        ->and($hits[0]['to'])
        ->toBe($to);
})->with([
    ['sk-08', 'phone', '/bench/SK-08'],
    ['SK-08 Fresh', 'job', '/jobs/2'],
    ['model sheet becket', 'sheet', '/sheets/becket'],
    ['PREP-4', 'rule', '/handbook#PREP-4'],
    ['why 47', 'article', '/handbook/percent-47'],
    ['downgrade', 'article', '/handbook/rollback'],
    ['computer stands at 47', 'trouble', '/handbook#at-47'],
    ['house', 'page', '/house-rules'],
]);

it('finds nothing where one word is missing, and pages where nothing was typed', function () {
    expect(getJson('/api/search?q=bowline+zzz')->json())
        ->toBe(['total' => 0, 'hits' => []])
        ->and(array_unique(array_column(getJson('/api/search')->json('hits'), 'kind')))
        ->toBe(['page']);
});

it('names the fields of a sheet that the open jobs depend on', function () {
    $fields = array_column(getJson('/api/sheets/bowline/decides')->assertOk()->json('fields'), 'units', 'field');

    expect($fields['slots'])
        ->toBe(['SK-04'])
        ->and($fields['dynamicLayout'])
        ->toBe(['SK-04'])
        ->and(getJson('/api/sheets/becket/decides')->json('fields'))
        ->toBe([]);
});

it('comes with a season of runs that nobody wrote by hand', function () {
    Queue::fake();
    foreach (glob(base_path('demo/models/*.json')) ?: [] as $file) {
        SheetRecord::keep(ModelSheet::read($file));
    }
    app(Season::class)->layOut();
    $runs = Run::query()->get();
    $stopped = $runs->where('status', 'stopped');
    $summary = array_column(RunStatistics::all()['models'], null, 'build');

    expect($runs)
        ->toHaveCount(count(Season::files()))
        ->and(count(Season::files()))
        ->toBeGreaterThan(15)
        ->and($stopped)
        ->toHaveCount(1)
        ->and($runs->where('troubles', '>', 0)->count())
        ->toBe(3)
        ->and($summary['Driftglass 15.1']['times'] ?? [])
        ->not->toBe([])
        ->and(getJson('/api/log')->json('total'))
        ->toBe($runs->count());
    foreach ($runs as $run) {
        expect(PlanSeal::holds($run->plan, $run->events()))
            ->toBeTrue()
            ->and($run->record()->toArray()['journalIsWhole'])
            ->toBeTrue();
    }
    // The phone on which a run was stopped went well two days later.
    $failed = $stopped->firstOrFail();
    $later = $runs->first(
        static fn(Run $run): bool => $run->unit_label === $failed->unit_label && $run->started_at > $failed->started_at,
    );
    expect($later?->status)->toBe('ended');
    expect(UnitRecord::labelled('SK-08')->jobs()->count())->toBeGreaterThan(3);
    // So that nothing is left to do about it; without the later run it would still be open.
    $isOver = static fn(): array => array_column(getJson('/api/jobs')->json('jobs'), 'isOver', 'id');
    expect($isOver()[$failed->work_job_id])->toBeTrue();
    Run::query()
        ->where('unit_label', $failed->unit_label)
        ->whereKeyNot($failed->id)
        ->update(['unit_label' => 'SK-99']);
    expect($isOver()[$failed->work_job_id])->toBeFalse();
});

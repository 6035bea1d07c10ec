<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\deleteJson;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;

use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Situation\HouseRules;

uses(DemoBench::class);

function jobOf(string $unit): WorkJob
{
    return WorkJob::query()->whereRelation('unit', 'label', $unit)->firstOrFail();
}

function fileId(string $name): int
{
    return PackageRecord::query()->where('name', $name)->firstOrFail()->id;
}

it('answers as its schemas say', function (string $path, string $schema) {
    $response = getJson("/api/{$path}");
    $response->assertOk();
    Schemas::hold($response, $schema);
})->with([
    ['bench', 'bench'],
    ['shelf', 'shelf'],
    ['jobs', 'jobs'],
    ['jobs/1', 'job'],
    ['jobs/2', 'job'],
    ['units/SK-07', 'unit'],
    ['log', 'log'],
    ['handbook', 'handbook'],
    ['jobs/1/alternatives', 'alternatives'],
]);

it('shows each phone with its slots, what is unknown and where its job stands', function () {
    $units = collect(getJson('/api/bench')->json('units'))->keyBy('label');

    expect($units['SK-04']['job']['verdict']['words'])
        ->toBe('Clear to run')
        ->and($units['SK-08']['job']['verdict'])
        ->toBe(['level' => 'settle', 'toSettle' => 7, 'words' => '7 things to decide'])
        ->and($units['SK-07']['job'])
        ->toBeNull()
        ->and($units['SK-04']['slots'][1])
        ->toMatchArray(['slot' => 'b', 'active' => false, 'firmware' => '5.2.8']);
});

it('reads the shelf once, and again only what changed', function () {
    expect(PackageRecord::query()->where('missing', false)->count())
        ->toBe(61)
        ->and(PackageRecord::query()->whereNull('sha256')->count())
        ->toBe(0)
        ->and(postJson('/api/shelf/look')->json('toRead'))
        ->toBe(0)
        ->and(app(App\Shelf\Shelf::class)->behind())
        ->toBe(0);
});

it('opens a job with the files that the build needs on this very phone', function () {
    $old = jobOf('SK-04');
    $id = postJson('/api/jobs', [
        'unit' => 'SK-07',
        'package' => fileId('driftglass-15.1-20260820-bowline.zip'),
        'intent' => 'fresh',
    ])
        ->assertCreated()
        ->json('id');
    $names = PackageRecord::query()
        ->whereIn('id', WorkJob::query()->findOrFail($id)->kit)
        ->orderBy('name')
        ->pluck('name')
        ->all();

    expect($names)
        ->toBe([
            'driftglass-15.1-20260820-bowline.zip',
            'driftglass-15.1-boot-bowline.img',
            'driftglass-15.1-dtbo-bowline.img',
            'larder-mini-15-arm64.zip',
            'wicket-4.1-bowline.img',
        ])
        ->and($old->kit)
        ->toContain(fileId('firmware-5.2.11-bowline.zip'));
});

it('refuses a job without a phone, or with a file that is no build', function (array $body) {
    postJson('/api/jobs', $body)->assertUnprocessable();
})->with([
    [[]],
    [['unit' => 'SK-99', 'package' => 1, 'intent' => 'fresh']],
    [fn() => ['unit' => 'SK-07', 'package' => fileId('wicket-4.1-bowline.img'), 'intent' => 'fresh']],
    [fn() => ['unit' => 'SK-07', 'package' => 1, 'intent' => 'dance']],
]);

it('turns to do-not-run when the firmware is left out, and names the file that would help', function () {
    $job = jobOf('SK-04');
    patchJson("/api/jobs/{$job->id}", [
        'kit' => array_values(array_diff($job->kit, [fileId('firmware-5.2.11-bowline.zip')])),
    ])->assertOk();
    $plan = getJson("/api/jobs/{$job->id}")->json('plan');

    expect($plan['verdict']['words'])
        ->toBe('Do not run')
        ->and($plan['steps'])
        ->toBe([])
        ->and(collect($plan['findings'])->firstWhere('severity', 'stop')['remedy'])
        ->toBe('Add firmware-5.2.11-bowline.zip from the shelf to the kit.');
});

it('is settled by agreements, waivers, recorded backups and typed facts', function () {
    $job = jobOf('SK-08');
    $open = fn(): array => array_values(
        array_column(
            array_filter(
                getJson("/api/jobs/{$job->id}")->json('plan.findings'),
                static fn(array $f): bool => $f['severity'] === 'settle',
            ),
            'key',
        ),
    );
    postJson('/api/units/SK-08/facts', ['name' => 'battery.percent', 'value' => 88])->assertCreated();
    expect($open())->not->toContain('PREP-2');
    postJson('/api/units/SK-08/backups', [
        'name' => 'photos of SK-08',
        'place' => 'computer',
        'classes' => ['photos', 'contacts'],
    ])->assertCreated();
    expect($open())->not->toContain('PREP-3:photos')->toContain('PREP-3:apps');
    patchJson("/api/jobs/{$job->id}", [
        'answers' => ['agreed' => ['PREP-4:locks.accounts', 'PREP-4:locks.screen'], 'waived' => ['apps', 'app-data']],
    ])->assertOk();

    expect($open())
        ->toBe([])
        ->and(getJson("/api/jobs/{$job->id}")->json('plan.verdict.words'))
        ->toBe('Clear to run');
});

it('says what is wrong with a typed fact, and keeps nothing of it', function (string $name, mixed $value) {
    $before = UnitRecord::query()->where('label', 'SK-07')->value('document');
    postJson('/api/units/SK-07/facts', ['name' => $name, 'value' => $value])
        ->assertUnprocessable()
        ->assertJsonStructure(['what', 'where', 'expected', 'todo']);
    expect(UnitRecord::query()->where('label', 'SK-07')->value('document'))->toBe($before);
})->with([['battery.mood', 'good'], ['battery.percent', 300], ['locks.screen', 'perhaps'], ['slot.z.os.family', 'x']]);

it('takes a fact as it is typed, and asks for a value where none was given', function () {
    $release = fn(): ?string => UnitRecord::query()->where('label', 'SK-07')->firstOrFail()->unit()->state()->slot('b')
        ->os->release;
    postJson('/api/units/SK-07/facts', ['name' => 'slot.b.os.release', 'typed' => '15'])->assertCreated();
    expect($release())->toBe('15');

    postJson('/api/units/SK-07/facts', ['name' => 'slot.b.os.release'])->assertUnprocessable();
    postJson('/api/units/SK-07/facts', ['name' => 'serial', 'typed' => str_repeat('x', 401)])
        ->assertUnprocessable()
        ->assertJsonPath('message', 'A value has at most 400 characters. Shorten it; nothing was taken over.');
    expect($release())->toBe('15');
    postJson('/api/units/SK-07/facts', ['name' => 'slot.b.os.release', 'value' => null])->assertCreated();
    expect($release())->toBeNull();
});

it('takes in a unit and a sheet, and says where a bad one is wrong', function () {
    $unit = UnitRecord::query()->where('label', 'SK-07')->firstOrFail()->document;
    postJson('/api/units', ['label' => 'SK-40'] + $unit)->assertCreated();
    postJson('/api/units', ['surprise' => 1] + $unit)
        ->assertUnprocessable()
        ->assertJsonPath('error', 'FormatError');
    call('POST', '/api/units', content: '{broken')->assertStatus(422);

    expect(UnitRecord::query()->pluck('label')->all())
        ->toContain('SK-40')
        ->toHaveCount(14);
});

it('stays readable with a unit whose codename has no sheet', function () {
    $unit = UnitRecord::query()->where('label', 'SK-04')->firstOrFail();
    $unit->update(['codename' => 'toggle', 'document' => ['codename' => 'toggle'] + $unit->document]);
    $response = getJson('/api/bench')->assertOk();
    Schemas::hold($response, 'bench');

    expect(collect($response->json('units'))->firstWhere('label', 'SK-04')['job']['verdict']['words'])->toBe(
        'There is no model sheet for toggle',
    );
    getJson('/api/jobs/1')
        ->assertUnprocessable()
        ->assertJsonPath('todo', 'Add the sheet first, or correct the codename of the unit.');
});

it('starts a run only from a clear plan, and only once', function () {
    Queue::fake();
    postJson('/api/jobs/2/run', shown(2))->assertStatus(409);
    postJson('/api/jobs/1/run', shown(1))->assertCreated();
    postJson('/api/jobs/1/run', shown(1))->assertStatus(409);
    patchJson('/api/jobs/1', ['kit' => []])->assertStatus(409);
    deleteJson('/api/jobs/1')->assertStatus(409);

    expect(Run::query()->count())->toBe(1);
});

it('loses the link without a stand-in, says so, and keeps the run', function () {
    Queue::fake();
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    $run = Run::query()->findOrFail($id);
    for ($i = 0; $i < 3; $i++) {
        (new App\Jobs\AdvanceRun($id))->handle(app(App\Run\StandInLink::class));
    }
    $response = getJson("/api/runs/{$id}/events");
    Schemas::hold($response, 'run-events');

    expect($response->json('state.status'))
        ->toBe('lost')
        ->and(array_column($response->json('events'), 'kind'))
        ->toBe(['started', 'intend', 'sent', 'lost'])
        ->and($run->refresh()->status)
        ->toBe('lost')
        ->and(Run::underWay())
        ->toBe([$id]);
});

it('answers only what is new after a sequence number', function () {
    Queue::fake();
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    $journal = new App\Run\DatabaseJournal(Run::query()->findOrFail($id));
    foreach ([EventKind::Started, EventKind::Intend, EventKind::Sent] as $index => $kind) {
        $journal->append($kind, $index === 0 ? null : 1, ['n' => $index]);
    }

    expect(array_column(getJson("/api/runs/{$id}/events?after=2")->json('events'), 'sequence'))->toBe([3]);
});

it('refuses in the database itself to change or drop a line of a journal', function (string $sql) {
    Queue::fake();
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    (new App\Run\DatabaseJournal(Run::query()->findOrFail($id)))->append(EventKind::Started, null, []);
    DB::statement($sql);
})
    ->with(["UPDATE journal_events SET at = 'x'", 'DELETE FROM journal_events'])
    ->throws(Illuminate\Database\QueryException::class, 'append-only');

it('gives out the record as JSON and Markdown, and the journal in its own format', function () {
    Queue::fake();
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    $journal = new App\Run\DatabaseJournal(Run::query()->findOrFail($id));
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Judged, 1, ['seen' => true, 'reason' => 'seen']);
    Schemas::hold(getJson("/api/runs/{$id}/record"), 'record');
    $document = json_decode((string) get("/api/runs/{$id}/journal.json")->getContent());
    Tornavis\Core\Format\Schema::of('journal')->check($document, 'journal');

    expect(get("/api/runs/{$id}/record.md")->getContent())
        ->toContain('# bowline SK-04: Saltern 15.2')
        ->and(getJson("/api/runs/{$id}/record")->json('journalIsWhole'))
        ->toBeTrue()
        ->and($document->events)
        ->toHaveCount(2);
});

it('plans by the house rules that are kept', function () {
    Setting::keepHouseRules(new HouseRules(batteryFloorPercent: 95));

    expect(getJson('/api/jobs/1')->json('plan.verdict.words'))->toBe('1 thing to decide');
});

it('says of a job that a file of its kit is still being read, so that its page looks again', function () {
    expect(getJson('/api/jobs/1')->json('reading'))->toBe(0);
    $build = PackageRecord::query()->findOrFail(fileId('saltern-15.2-20260903-bowline.zip'));
    $build->update(['sha256' => null, 'hashed_bytes' => $build->size_bytes - 1]);
    expect(getJson('/api/jobs/1')->json('reading'))->toBe(1);
    $build->update(['hashed_bytes' => $build->size_bytes]);
    expect(getJson('/api/jobs/1')->json('reading'))->toBe(0);
});

it('never says that all files are read beside a plan from before the last one was', function () {
    $build = PackageRecord::query()->findOrFail(fileId('saltern-15.2-20260903-bowline.zip'));
    $whole = $build->only(['sha256', 'hashed_bytes', 'document']);
    $build->update(['sha256' => null, 'hashed_bytes' => 0, 'document' => ['sha256' => null] + $build->document]);
    // The worker ends its reading right after the first look at the files, whichever look that is.
    $looks = 0;
    DB::listen(function ($query) use (&$looks, $build, $whole): void {
        if (str_starts_with($query->sql, 'select * from "packages"') && ++$looks === 1) {
            $build->update($whole);
        }
    });
    $answer = getJson('/api/jobs/1')->json();

    expect($looks)
        ->toBeGreaterThan(1)
        ->and($answer['reading'] > 0 || $answer['plan']['verdict']['words'] === 'Clear to run')
        ->toBeTrue()
        ->and(getJson('/api/jobs/1')->json('plan.verdict.words'))
        ->toBe('Clear to run');
});

it('keeps no verdict beyond what it rested on, be it the outcome of an image check', function () {
    $verdict = fn(): string => collect(getJson('/api/jobs')->json('jobs'))->firstWhere('id', 1)['verdict']['words'];
    expect($verdict())->toBe('Clear to run');
    PackageRecord::query()
        ->findOrFail(fileId('saltern-15.2-20260903-bowline.zip'))
        ->update([
            'images' => [
                'status' => 'done',
                'at' => now()->toIso8601String(),
                'outcomes' => [
                    [
                        'partition' => 'system',
                        'against' => 'the payload',
                        'agrees' => false,
                        'says' => 'differs from its hash',
                    ],
                ],
            ],
        ]);

    expect($verdict())->toBe('Do not run');
});

it('answers only under the names of this machine, with headers that keep foreign scripts out', function () {
    get('http://tornavis.example/bench')->assertStatus(421);
    $page = get('http://localhost/bench');

    expect($page->headers->get('Content-Security-Policy'))
        ->toContain("script-src 'self';")
        ->and($page->headers->get('X-Content-Type-Options'))
        ->toBe('nosniff');
});

it('lets no page from elsewhere read an answer', function () {
    $asked = ['Origin' => 'https://elsewhere.example', 'Access-Control-Request-Method' => 'GET'];
    foreach (
        [
            getJson('/api/bench', $asked),
            call(
                'OPTIONS',
                '/api/bench',
                server: [
                    'HTTP_ORIGIN' => $asked['Origin'],
                    'HTTP_ACCESS_CONTROL_REQUEST_METHOD' => 'GET',
                ],
            ),
        ]
        as $answer
    ) {
        expect($answer->headers->get('Access-Control-Allow-Origin'))->toBeNull();
    }
    expect(
        app(Illuminate\Contracts\Http\Kernel::class)->hasMiddleware(Illuminate\Http\Middleware\HandleCors::class),
    )->toBeTrue();
});

it('takes up what a dead worker left, and nothing that is done', function () {
    config(['queue.default' => 'database']);
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    DB::table('jobs')->update(['reserved_at' => time() - 60, 'attempts' => 1]);

    expect(App\Jobs\Recovery\LostJobs::takeUp())
        ->toBe(1)
        ->and(DB::table('jobs')->whereNull('reserved_at')->count())
        ->toBe(1);
    DB::table('jobs')->delete();
    expect(App\Jobs\Recovery\LostJobs::takeUp())
        ->toBe(1)
        ->and(App\Jobs\Recovery\LostJobs::takeUp())
        ->toBe(0)
        ->and(DB::table('jobs')->count())
        ->toBe(1);
    DB::table('jobs')->delete();
    Run::query()
        ->whereKey($id)
        ->update(['status' => 'ended']);
    expect(App\Jobs\Recovery\LostJobs::takeUp())
        ->toBe(0)
        ->and(DB::table('jobs')->count())
        ->toBe(0);
});

it('gives the plan out to take along, and after the start the one that is carried out', function () {
    $page = get('/api/jobs/1/plan.md')
        ->assertOk()
        ->assertHeader('Content-Disposition', 'attachment; filename="SK-04-job-1.plan.md"')
        ->getContent();
    $file = (string) tempnam(sys_get_temp_dir(), 'plan');
    $plan = get('/api/jobs/1/plan.json')->assertOk()->getContent();
    file_put_contents($file, $plan);
    expect($page)
        ->toContain('# bowline SK-04: Saltern 15.2')
        ->toContain('Firmware 5.2.11 into slot B')
        ->and(Illuminate\Support\Facades\Artisan::call('tornavis:validate', ['file' => $file]))
        ->toBe(0);

    Queue::fake();
    postJson('/api/jobs/1/run', shown(1))->assertCreated();
    UnitRecord::query()
        ->where('label', 'SK-04')
        ->firstOrFail()
        ->learn(
            Tornavis\Core\Fact\Fact::of(
                'battery.percent',
                12,
                Tornavis\Core\Fact\Source::Typed,
                'test',
                '2026-11-20T10:00:00Z',
            ),
        );
    expect(json_decode((string) get('/api/jobs/1/plan.json')->assertOk()->getContent(), true))->toEqual(
        json_decode((string) $plan, true),
    );
    getJson('/api/jobs/1/plan.md')->assertStatus(409);
});

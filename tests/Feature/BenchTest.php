<?php

declare(strict_types=1);

use App\Bench\Archive;
use App\Models\JournalLine;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\deleteJson;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\putJson;
use function Pest\Laravel\travel;
use function Pest\Laravel\travelTo;

use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tests\Support\World;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;

uses(DemoBench::class);

it('answers as its schemas say', function (string $path, string $schema) {
    Schemas::hold(getJson("/api/{$path}")->assertOk(), $schema);
})->with([
    ['units/SK-12', 'unit'],
    ['units/SK-10', 'unit'],
    ['units/SK-13', 'unit'],
    ['sheets', 'sheets'],
    ['matrix', 'matrix'],
    ['updates', 'updates'],
    ['matrix/cell?unit=SK-04&package=1', 'matrix-cell'],
]);

it('finds the model of a dump, ranks the candidates and says what speaks against them', function () {
    $answer = postJson('/api/identity', ['dump' => World::dump()])->assertOk();
    Schemas::hold($answer, 'identity');
    expect($answer->json('answer'))->toBe('bowline')->and($answer->json('clues.model'))->toBe('OF-301');

    $alike = postJson('/api/identity', ['codename' => 'carrick', 'model' => 'VS-6P']);
    expect($alike->json('answer'))
        ->toBeNull()
        ->and(json_encode($alike->json('candidates')))
        ->toContain('only looks like carrack');
    postJson('/api/identity', ['dump' => 'noise'])
        ->assertUnprocessable()
        ->assertJsonPath('error', 'ReadingError');
});

it('puts a phone on the bench with its dump, and keeps nothing of a bad one', function () {
    postJson('/api/units/new', [
        'label' => 'SK-30',
        'codename' => 'bowline',
        'dump' => World::dump(['ro.serialno' => 'SKF3NEW']),
    ])->assertCreated();
    expect(
        UnitRecord::query()->where('label', 'SK-30')->firstOrFail()->unit()->state()->text('slot.a.os.buildId'),
    )->toBe('deck-14.0.8-of301');

    postJson('/api/units/new', [
        'label' => 'SK-31',
        'codename' => 'bowline',
        'dump' => 'noise',
    ])->assertUnprocessable();
    postJson('/api/units/new', [
        'label' => 'SK-32',
        'codename' => 'carrick',
        'dump' => World::dump(),
    ])->assertUnprocessable();
    postJson('/api/units/new', ['label' => 'SK-07', 'codename' => 'bowline'])->assertUnprocessable();
    postJson('/api/units/new', ['label' => '<b>'])->assertUnprocessable();
    expect(UnitRecord::query()->count())->toBe(14);
});

it('takes a dump of this very phone over only after saying what it changes', function () {
    $dump = World::dump(['ro.build.version.security_patch' => '2026-08-01']);
    $before = UnitRecord::query()->where('label', 'SK-07')->firstOrFail()->document;
    Schemas::hold(postJson('/api/units/SK-07/dump?dry=1', ['text' => $dump])->assertOk(), 'dump');
    expect(UnitRecord::query()->where('label', 'SK-07')->firstOrFail()->document)->toBe($before);

    postJson('/api/units/SK-07/dump', ['text' => $dump])->assertOk();
    expect(
        UnitRecord::query()->where('label', 'SK-07')->firstOrFail()->unit()->state()->text('slot.a.os.patchLevel'),
    )->toBe('2026-08-01');
    postJson('/api/units/SK-04/dump', ['text' => $dump])
        ->assertUnprocessable()
        ->assertJsonPath('error', 'ReadingError');
});

it('takes a paste back from the history, and what was known before counts again', function () {
    $dump = World::dump(['ro.build.version.security_patch' => '2026-08-01']);
    postJson('/api/units/SK-07/dump', ['text' => $dump])->assertOk();
    $undo = collect(getJson('/api/units/SK-07')->json('history'))->firstWhere('undo', '!=', null);
    expect($undo['details'])->toContain(FactName::label('slot.a.os.patchLevel') . ': 2026-05-01 → 2026-08-01');

    postJson('/api/units/SK-07/undo', ['at' => $undo['undo']])->assertOk();
    $state = UnitRecord::labelled('SK-07')->unit()->state();
    expect($state->text('slot.a.os.patchLevel'))->toBe('2026-05-01')->and($state->text('serial'))->toBe('SKF3A07Q41');
});

it('counts as unknown what was seen too long ago, on the card and in the plan', function () {
    Carbon::setTestNow(now()->addDays(40));

    expect(getJson('/api/units/SK-04')->json('card.battery'))->toBeNull();
    $findings = collect(getJson('/api/jobs/1')->json('findings'));
    expect($findings->firstWhere('need', 'The active slot')['found'])->toBe('unknown');
});

it('settles statements that disagree, and stops the job until then', function () {
    postJson('/api/units/SK-04/facts', [
        'name' => 'slot.a.firmware.version',
        'value' => '5.2.12',
    ])->assertCreated();
    expect(getJson('/api/jobs/1')->json('plan.verdict.words'))->toBe('1 thing to decide');
    $conflict = getJson('/api/units/SK-04')->json('conflicts.0');
    expect(array_column($conflict['sides'], 'value'))->toBe(['5.2.11', '5.2.12']);

    postJson('/api/units/SK-04/settle', ['name' => $conflict['name'], 'side' => 0])->assertOk();
    postJson('/api/units/SK-04/settle', ['name' => $conflict['name'], 'side' => 0])->assertStatus(409);
    expect(getJson('/api/jobs/1')->json('plan.verdict.words'))
        ->toBe('Clear to run')
        ->and(
            UnitRecord::query()
                ->where('label', 'SK-04')
                ->firstOrFail()
                ->unit()
                ->state()
                ->text('slot.a.firmware.version'),
        )
        ->toBe('5.2.11');
});

it('refuses a typed slot that the phone has not', function () {
    postJson('/api/units/SK-02/facts', ['name' => 'slot.b.os.family', 'value' => 'Saltern'])
        ->assertUnprocessable()
        ->assertJsonPath('what', 'carrick has no slot b');
});

it('takes a person\'s word for which model it is, but not a codename without a sheet', function () {
    postJson('/api/units/SK-12/identity', ['codename' => 'toggle'])->assertUnprocessable();
    postJson('/api/units/SK-12/identity', ['codename' => 'bowline'])->assertOk();
    expect(UnitRecord::query()->where('label', 'SK-12')->value('codename'))->toBe('bowline');
});

it('says what is wrong when a phone cannot be read, and changes nothing', function () {
    $before = UnitRecord::query()->where('label', 'SK-12')->firstOrFail()->document;
    postJson('/api/units/SK-12/read')->assertStatus(202);
    $reading = getJson('/api/units/SK-12')->json('reading');
    expect($reading['status'])
        ->toBe('failed')
        ->and($reading['says'])
        ->toContain('start the stand-in again')
        ->and(UnitRecord::query()->where('label', 'SK-12')->firstOrFail()->document)
        ->toBe($before);

    postJson('/api/units/new', ['label' => 'SK-33'])->assertCreated();
    postJson('/api/units/SK-33/read')->assertStatus(409);
});

it('counts a wait from a clock on the wall, and asks which hour where the clocks went back', function () {
    postJson('/api/units/SK-12/identity', ['codename' => 'carrick'])->assertOk();
    $twice = postJson('/api/units/SK-12/wait', ['at' => '2025-10-26T01:30', 'zone' => 'Europe/Lisbon'])
        ->assertOk()
        ->json('ambiguous');
    expect($twice)->toHaveCount(2);
    postJson('/api/units/SK-12/wait', [
        'at' => '2025-10-26T01:30',
        'zone' => 'Europe/Lisbon',
        'which' => 1,
    ])->assertCreated();

    expect(UnitRecord::query()->where('label', 'SK-12')->firstOrFail()->unit()->state()->text('bootloader.waitStarted'))
        ->toBe('2025-10-26T01:30:00+00:00')
        ->and(get('/api/units/SK-12/unlock.ics')->assertOk()->getContent())
        ->toContain('DTSTART:20251102T013000Z');
    postJson('/api/units/SK-12/wait', ['at' => '2125-10-26T05:30', 'zone' => 'UTC'])->assertUnprocessable();
    get('/api/units/SK-07/unlock.ics')->assertNotFound();
});

it('tells the history of a phone: looks with what was new, backups, notes, jobs', function () {
    postJson('/api/units/SK-04/notes', ['text' => 'Camera glass cracked.'])->assertCreated();
    postJson('/api/units/SK-04/facts', ['name' => 'battery.percent', 'value' => 40])->assertCreated();
    $history = collect(getJson('/api/units/SK-04')->json('history'));

    expect($history->pluck('kind')->unique()->sort()->values()->all())
        ->toBe(['backup', 'job', 'note', 'state'])
        ->and($history->firstWhere('text', 'Typed by hand, typed')['details'])
        ->toBe(['Battery: 91 % → 40 %'])
        ->and($history->firstWhere('kind', 'note')['text'])
        ->toBe('Camera glass cracked.');
});

it('keeps a sheet that follows the schema, under its own codename, and no other', function () {
    $sheet = SheetRecord::query()->where('codename', 'becket')->firstOrFail()->document;
    putJson(
        '/api/sheets/toggle',
        ['codename' => 'toggle', 'variants' => [['model' => 'TG-1', 'chipset' => 'Vesper 9']]] + $sheet,
    )->assertOk();
    putJson('/api/sheets/bitter', ['codename' => 'toggle'] + $sheet)->assertUnprocessable();
    putJson('/api/sheets/toggle', ['codename' => 'toggle', 'slots' => 1] + $sheet)
        ->assertUnprocessable()
        ->assertJsonPath('what', 'A partition is per slot on a phone with one slot');
    deleteJson('/api/sheets/becket')->assertStatus(409);
    deleteJson('/api/sheets/toggle')->assertNoContent();

    expect(json_decode((string) get('/api/sheets/becket')->getContent(), true))->toBe($sheet);
});

it('judges every build for every phone as the job itself would', function () {
    $matrix = getJson('/api/matrix')->json();
    $row = array_search('SK-04', array_column($matrix['units'], 'label'), true);
    $words = [];
    foreach ($matrix['builds'] as $column => $build) {
        $words[$build['name']] = $matrix['verdicts'][$matrix['cells'][$row][$column]];
    }

    expect($words['saltern-15.2-20260903-bowline.zip'])
        ->toBe(['level' => 'clear', 'rule' => 'BASE-1', 'otherModel' => false, 'words' => 'Fits, with firmware first'])
        ->and($words['saltern-15.2-20260903-bowlane.zip']['words'])
        ->toBe('Made for bowlane, a look-alike')
        ->and($words['saltern-15.2-20260903-bowline-copy.zip'])
        ->toMatchArray(['level' => 'stop', 'rule' => 'FIT-9'])
        ->and($words['lamplight-9.4-20250611-marl.zip'])
        ->toMatchArray(['level' => 'stop', 'words' => 'Made for marl'])
        ->and($matrix['units'])
        ->toHaveCount(12);
});

it('takes a phone off the bench, but not one whose runs are in the log', function () {
    Queue::fake();
    postJson('/api/jobs/1/run', shown(1))->assertCreated();
    deleteJson('/api/units/SK-04')->assertStatus(409);
    deleteJson('/api/units/SK-05')->assertNoContent();
    expect(UnitRecord::query()->pluck('label')->all())
        ->toContain('SK-04')
        ->not->toContain('SK-05');
});

it('puts a phone back with its jobs and all that was known of it, for a day', function () {
    $before = getJson('/api/units/SK-08')->json('facts');
    $job = getJson('/api/units/SK-08')->json('card.job.id');
    $deleted = postJson('/api/jobs', ['unit' => 'SK-08', 'intent' => 'unlock'])->json('id');
    deleteJson("/api/jobs/{$deleted}")->assertNoContent();
    travel(1)->minutes();
    deleteJson('/api/units/SK-08')->assertNoContent();
    getJson('/api/units/SK-08')->assertNotFound();
    getJson("/api/jobs/{$job}")->assertNotFound();
    postJson("/api/jobs/{$job}/restore")->assertNotFound();

    postJson('/api/units/SK-08/restore')->assertOk();
    expect(getJson('/api/units/SK-08')->json('facts'))->toBe($before);
    getJson("/api/jobs/{$job}")->assertOk();
    // What had been deleted before stays so.
    getJson("/api/jobs/{$deleted}")->assertNotFound();

    // Another one that goes later takes none along before its day is over.
    deleteJson('/api/units/SK-08')->assertNoContent();
    travel(23)->hours();
    deleteJson('/api/units/SK-05')->assertNoContent();
    postJson('/api/units/SK-08/restore')->assertOk();

    deleteJson('/api/units/SK-08')->assertNoContent();
    travel(25)->hours();
    postJson('/api/units/SK-08/restore')
        ->assertNotFound()
        ->assertJsonPath('message', 'This phone can no longer be put back. Add it anew.');
});

it('gives the label of a phone that is off the bench to another one', function () {
    deleteJson('/api/units/SK-05')->assertNoContent();
    postJson('/api/units/new', ['label' => 'SK-05', 'model' => 'OF-301'])->assertCreated();
    postJson('/api/units/SK-05/restore')->assertNotFound();
    expect(getJson('/api/units/SK-05')->json('card.codename'))->not->toBe('splice');
});

it('asks the database no more often for many phones with jobs and runs than for few', function (string $path) {
    // A job that waits for an unlock is judged anew with every minute, and so with one that ends in between.
    travelTo(now());
    $count = function () use ($path): int {
        // What verdicts rest on is read once; after that they are kept.
        getJson($path)->assertOk();
        DB::flushQueryLog();
        DB::enableQueryLog();
        getJson($path)->assertOk();

        return count(DB::getQueryLog());
    };
    $few = $count();
    $unit = UnitRecord::query()->where('label', 'SK-04')->firstOrFail()->unit()->toArray();
    $kit = WorkJob::query()->findOrFail(1)->kit;
    for ($i = 100; $i < 140; $i++) {
        $record = UnitRecord::keep(Tornavis\Core\Phone\Unit::kept(['label' => "SK-{$i}"] + $unit));
        $job = $record->jobs()->create(['intent' => Intent::Fresh, 'kit' => $kit, 'answers' => []]);
        $job->runs()->create([
            'unit_label' => "SK-{$i}",
            'codename' => 'bowline',
            'build' => 'Saltern 15.2',
            'status' => RunState::STOPPED,
            'plan' => ['steps' => []],
        ]);
    }
    $answer = getJson($path)->json();

    expect(count($answer['units'] ?? $answer['jobs']))->toBeGreaterThan(40)->and($count())->toBe($few);
})->with(['/api/bench', '/api/jobs']);

describe('the bench file', function () {
    /** A bench with a run in its log. */
    function withRun(): string
    {
        Queue::fake();
        postJson('/api/jobs/1/run', shown(1))->assertCreated();
        $journal = new DatabaseJournal(Run::query()->firstOrFail());
        $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
        $journal->append(EventKind::Intend, 1, ['title' => 'x']);
        $journal->append(EventKind::Stopped, 1, ['note' => '', 'wayBack' => '']);

        return (string) get('/api/bench/archive')->assertOk()->streamedContent();
    }

    function emptyBench(): void
    {
        DB::unprepared('DROP TRIGGER journal_events_stay');
        foreach (['journal_events', 'runs', 'work_jobs', 'packages', 'units', 'model_sheets', 'settings'] as $table) {
            DB::table($table)->delete();
        }
    }

    it('comes back without loss: out, into an empty bench, out again gives the same bytes', function () {
        $archive = withRun();
        Tornavis\Core\Format\Schema::of('bench')->check(json_decode($archive), 'archive');
        emptyBench();
        $answer = call('POST', '/api/bench/archive', content: $archive)->assertOk();
        Schemas::hold($answer, 'archive-intake');

        expect(Archive::toJson())
            ->toBe($archive)
            ->and(
                array_filter(
                    $answer->json('changes'),
                    static fn(array $c): bool => $c['change'] !== 'new' &&
                        !in_array($c['what'], ['house rules', 'workplace'], true),
                ),
            )
            ->toBe([]);
    });

    it('changes nothing when it is taken in again', function () {
        $archive = withRun();
        $answer = call('POST', '/api/bench/archive', content: $archive)->assertOk();
        expect(array_unique(array_column($answer->json('changes'), 'change')))
            ->toBe(['same'])
            ->and(Archive::toJson())
            ->toBe($archive);
    });

    it('only says what would change in a dry run', function () {
        $archive = withRun();
        postJson('/api/units/SK-05/notes', ['text' => 'later']);
        $now = Archive::toJson();
        $answer = call('POST', '/api/bench/archive?dry=1', content: $archive)->assertOk();

        expect(
            array_values(array_filter($answer->json('changes'), static fn(array $c): bool => $c['change'] !== 'same')),
        )
            ->toBe([['what' => 'unit', 'name' => 'SK-05', 'change' => 'changed']])
            ->and(Archive::toJson())
            ->toBe($now);
    });

    it('is taken in whole or not at all', function (Closure $spoil, string $says) {
        $archive = json_decode(withRun());
        $archive->units[0]->note = 'must not arrive';
        $spoil($archive);
        $before = Archive::toJson();
        $answer = call('POST', '/api/bench/archive', content: (string) json_encode($archive))->assertUnprocessable();

        expect($answer->json('what') . ' ' . $answer->json('where'))
            ->toContain($says)
            ->and(Archive::toJson())
            ->toBe($before);
    })->with([
        'from a newer version' => [fn(object $a) => ($a->version = 2), 'version 2'],
        'with a field that nobody knows' => [fn(object $a) => ($a->surprise = 1), 'Additional'],
        'with a sheet that contradicts itself' => [fn(object $a) => ($a->sheets[0]->superBytes = 1), 'super holds 1'],
        'with an unknown fact' => [fn(object $a) => ($a->units[3]->facts[0]->name = 'battery.mood'), 'no such fact'],
        'with a date in the future' => [
            fn(object $a) => ($a->units[3]->facts[0]->at = '2199-01-01T00:00:00Z'),
            'lies in the future',
        ],
        'with a journal that was changed' => [
            fn(object $a) => ($a->runs[0]->events[0]->data->link = 'hands'),
            'The journal was changed',
        ],
        'with a job for a phone that is not there' => [fn(object $a) => ($a->jobs[0]->unit = 'SK-99'), 'SK-99'],
    ]);

    it('goes on with a run that has got longer elsewhere', function () {
        $archive = withRun();
        (new DatabaseJournal(Run::query()->firstOrFail()))->append(EventKind::Noted, 1, ['note' => 'later']);
        $longer = Archive::toJson();
        emptyBench();
        call('POST', '/api/bench/archive', content: $archive)->assertOk();
        call('POST', '/api/bench/archive', content: $longer)->assertOk();
        expect(JournalLine::query()->count())->toBe(4);
        // The shorter one has nothing that is not here.
        call('POST', '/api/bench/archive', content: $archive)->assertOk();
        expect(JournalLine::query()->count())->toBe(4);
    });
});

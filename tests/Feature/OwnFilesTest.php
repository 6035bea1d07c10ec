<?php

declare(strict_types=1);

use App\Bench\Archive;
use App\Models\Run;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;

use Tests\Support\DemoBench;
use Tests\Support\RandomBenches;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\RunState;

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

function takenIn(string $archive): array
{
    $answer = call('POST', '/api/bench/archive', content: $archive);
    expect($answer->json('message'))->toBeNull();

    return $answer->assertOk()->json('changes');
}

/** A run that has begun and is under way. */
function openRun(): Run
{
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Intend, 1, []);

    return $run->refresh();
}

$same = function (int $from, int $count): void {
    for ($seed = $from; $seed < $from + $count; $seed++) {
        Illuminate\Support\Facades\DB::beginTransaction();
        RandomBenches::layOut($seed);
        $open = Run::query()
            ->whereNotIn('status', [RunState::ENDED, RunState::STOPPED])
            ->count();
        $first = Archive::toJson();
        RandomBenches::empty();
        takenIn($first);
        $second = Archive::toJson();
        $open > 0 ? expect($second)->not->toBe($first) : expect($second)->toBe($first, "seed {$seed}");
        // One that was under way has come in as stopped; from then on it is the same everywhere.
        RandomBenches::empty();
        takenIn($second);
        expect(Archive::toJson())->toBe($second, "seed {$seed}, the second time");
        expect(array_unique(array_column(takenIn($second), 'change')))->toBe(['same']);
        // Nor does the first file do harm where the second is.
        expect(array_unique(array_column(takenIn($first), 'change')))->toBe(['same']);
        Illuminate\Support\Facades\DB::rollBack();
    }
};

it('gives the same file again after it was taken in by an empty bench', $same)->with([[1, 4]]);

it('gives the same file again for many benches', $same)
    ->with([[100, 200]])
    ->group('whole');

it('gives the demo\'s file again after it was taken in by an empty bench', function () {
    $first = Archive::toJson();
    RandomBenches::empty();
    takenIn($first);
    expect(Archive::toJson())->toBe($first);
});

it('takes a bench in whose run is under way, names it, and stops that run where it came to', function () {
    $run = openRun();
    $archive = Archive::toJson();
    // Where it came from it goes on untouched.
    expect(array_unique(array_column(takenIn($archive), 'change')))->toBe(['same']);
    expect($run->refresh()->state()->status)->toBe(RunState::RUNNING);
    RandomBenches::empty();
    $change = collect(takenIn($archive))->firstWhere('what', 'run');
    expect($change['change'])->toBe('new')->and($change['notes'][0])->toContain('as stopped');
    $taken = Run::query()->sole();
    expect($taken->state()->status)->toBe(RunState::STOPPED)->and($taken->key)->toBe($run->key);
    getJson("/api/runs/{$taken->id}/record")
        ->assertOk()
        ->assertJsonPath('signed', 'not signed');
});

it('brings the rest of a run that came in as stopped, when its end comes in a later file', function () {
    $run = openRun();
    $before = Archive::toJson();
    (new DatabaseJournal($run))->append(EventKind::Stopped, 1, ['note' => 'at the end', 'wayBack' => '']);
    $after = Archive::toJson();
    RandomBenches::empty();
    takenIn($before);
    $changes = takenIn($after);
    expect(collect($changes)->firstWhere('what', 'run')['change'])->toBe('changed');
    expect(Archive::toJson())->toBe($after);
    // The older file changes nothing any more.
    expect(collect(takenIn($before))->firstWhere('what', 'run')['change'])->toBe('same');
});

it('refuses a longer journal of a run that is under way here', function () {
    $run = openRun();
    $shorter = Run::query()->findOrFail($run->id)->events();
    (new DatabaseJournal($run))->append(EventKind::Stopped, 1, ['note' => '', 'wayBack' => '']);
    $longer = Archive::toJson();
    App\Models\JournalLine::takeBack($run->id, count($shorter));
    $run->refresh()->summarise();
    call('POST', '/api/bench/archive', content: $longer)->assertUnprocessable()->assertSee('under way here');
});

it('takes the file of a run in that is under way elsewhere, as it does a bench', function () {
    $run = openRun();
    $file = (string) get("/api/runs/{$run->id}/run.jsonl")->getContent();
    $bench = Archive::toJson();
    App\Models\JournalLine::takeBack($run->id, 0);
    $run->delete();
    call('POST', '/api/log', content: $file)->assertOk();
    expect(Run::query()->sole()->state()->status)->toBe(RunState::STOPPED);
    expect(array_unique(array_column(takenIn($bench), 'change')))->toBe(['same']);
});

it('keeps what installers asked and what a set is to hold', function () {
    $answers = ['agreed' => [], 'waived' => [], 'questions' => ['a.zip region' => 'eu'], 'backUp' => ['data']];
    App\Models\WorkJob::query()
        ->findOrFail(1)
        ->update(['answers' => $answers]);
    $archive = Archive::toJson();
    RandomBenches::empty();
    takenIn($archive);
    expect(App\Models\WorkJob::query()->orderBy('key')->first()?->answers)->toEqual($answers);
});

/** What the first version of this program wrote: units, sheets and cards; a bench file, and the file of a run. */
function firstDocuments(): stdClass
{
    return json_decode(
        (string) gzdecode((string) file_get_contents(base_path('tests/fixtures/first-documents.json.gz'))),
    );
}

it('reads every document that the first version wrote', function () {
    $file = tempnam(sys_get_temp_dir(), 'first');
    foreach (firstDocuments()->documents as $document) {
        file_put_contents($file, json_encode($document));
        expect(Artisan::call('tornavis:validate', ['file' => $file]))->toBe(0, Artisan::output());
    }
    foreach (['bench', 'run'] as $name) {
        file_put_contents($file, firstDocuments()->{$name});
        expect(Artisan::call('tornavis:validate', ['file' => $file]))->toBe(0, Artisan::output());
    }
    // A run file that is cut is none.
    file_put_contents($file, substr(firstDocuments()->run, 0, -10));
    expect(Artisan::call('tornavis:validate', ['file' => $file]))->toBe(65);
});

it('takes in the bench and the run that the first version gave out, and says what became of old values', function () {
    RandomBenches::empty();
    $bench = json_decode(firstDocuments()->bench);
    $bench->units[0]->facts[] = (object) ['name' => 'battery.condition', 'value' => 'good', 'source' => 'typed'];
    $bench->units[1]->facts[] = (object) ['name' => 'mode', 'value' => 'lost', 'source' => 'typed'];
    $changes = collect(takenIn((string) json_encode($bench)))->where('what', 'unit')->pluck('notes', 'name');
    expect($changes[$bench->units[0]->label][0])
        ->toContain('"good"')
        ->and($changes[$bench->units[1]->label][0])
        ->toContain('counts as unknown')
        ->and($changes->filter()->count())
        ->toBe(2);
    call('POST', '/api/log', content: firstDocuments()->run)->assertOk();
    $archive = Archive::toJson();
    RandomBenches::empty();
    takenIn($archive);
    expect(Archive::toJson())->toBe($archive);
});

<?php

declare(strict_types=1);

use App\Bench\Archive;
use App\Bench\SetAside;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use App\Shelf\Shelf;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\deleteJson;

use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\putJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Run\EventKind;

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
    Cache::forget('looked-for-unreadable');
});

/** Every list and file that a bad row could take down. */
function everyPageAnswers(): void
{
    foreach (['bench', 'jobs', 'log', 'log/summary', 'shelf', 'sheets', 'matrix', 'updates', 'house-rules'] as $page) {
        getJson("/api/{$page}")->assertOk();
    }
    getJson('/api/search?q=bowline')->assertOk();
    json_decode((string) get('/api/bench/archive')->assertOk()->streamedContent(), flags: JSON_THROW_ON_ERROR);
}

it('sets a row aside that cannot be read, and every page goes on without it', function (Closure $spoil, string $name) {
    $spoil();
    everyPageAnswers();
    $rows = getJson('/api/set-aside')->assertOk()->json('rows');
    expect(array_column($rows, 'name'))->toContain($name)->and($rows[0]['problem'])->not->toBe('');
    getJson('/api/health')->assertJsonPath('setAside', count($rows));
})->with([
    'a job whose time is a path' => [
        fn() => DB::table('work_jobs')
            ->where('id', 1)
            ->update(['updated_at' => '../../x']),
        '1',
    ],
    'a job with an intent of nowhere' => [
        fn() => DB::table('work_jobs')
            ->where('id', 1)
            ->update(['intent' => 'fly']),
        '1',
    ],
    'a phone without facts' => [
        fn() => DB::table('units')
            ->where('label', 'SK-01')
            ->update(['document' => '{"label":"SK-01"}']),
        'SK-01',
    ],
    'a phone that is no JSON' => [
        fn() => DB::table('units')
            ->where('label', 'SK-01')
            ->update(['document' => '{']),
        'SK-01',
    ],
    'a sheet with partitions of text' => [
        fn() => DB::table('model_sheets')
            ->where('codename', 'marl')
            ->update(['document' => '{"codename":"marl","partitions":"none","launchApi":"old"}']),
        'marl',
    ],
    'house rules of another kind' => [
        fn() => DB::table('settings')->updateOrInsert(['name' => 'house-rules'], ['value' => '{"route":"air"}']),
        'house-rules',
    ],
]);

it('leaves every row in its place where all can be read', function () {
    everyPageAnswers();
    expect(SetAside::look())->toBe(0)->and(getJson('/api/set-aside')->json('rows'))->toBe([]);
});

it('sets what belongs to an unreadable phone aside with it, and brings all of it back when it is mended', function () {
    $label = WorkJob::query()->findOrFail(1)->unit->label;
    $document = json_decode((string) DB::table('units')->where('label', $label)->value('document'));
    DB::table('units')
        ->where('label', $label)
        ->update(['document' => '{}']);
    everyPageAnswers();
    $rows = getJson('/api/set-aside')->json('rows');
    expect(array_column($rows, 'mendable', 'kind'))->toBe(['phone' => true, 'job' => false]);
    $id = DB::table('units')->where('label', $label)->value('id');
    // What cannot be read either changes nothing.
    putJson("/api/set-aside/phone/{$id}", [
        'stored' => json_encode(['document' => ['label' => $label]]),
    ])->assertUnprocessable();
    putJson("/api/set-aside/phone/{$id}", ['stored' => json_encode(['id' => 7])])->assertUnprocessable();
    putJson("/api/set-aside/phone/{$id}", ['stored' => '{'])
        ->assertUnprocessable()
        ->assertSee('This is not JSON');
    putJson("/api/set-aside/phone/{$id}", ['stored' => json_encode(['document' => $document])])
        ->assertOk()
        ->assertJsonPath('rows', []);
    expect(WorkJob::query()->find(1))
        ->not->toBeNull()
        ->and(UnitRecord::labelled($label)->unit()->label)
        ->toBe($label);
});

it('deletes an unreadable job with its run and the run\'s journal, and keeps every other journal', function () {
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));
    $other = $run->replicate(['key']);
    $other->work_job_id = 2;
    $other->save();
    foreach ([$run, $other] as $one) {
        (new DatabaseJournal($one))->append(EventKind::Started, null, ['link' => 'stand-in']);
    }
    DB::table('work_jobs')
        ->where('id', 1)
        ->update(['created_at' => '../../x']);
    everyPageAnswers();
    expect(array_column(getJson('/api/set-aside')->json('rows'), 'kind'))->toBe(['job', 'run']);
    deleteJson('/api/set-aside/job/1')->assertNoContent();
    everyPageAnswers();
    expect(getJson('/api/set-aside')->json('rows'))->toBe([]);
    expect(DB::table('journal_events')->pluck('run_id')->unique()->values()->all())->toBe([$other->id]);
    expect(fn() => DB::table('journal_events')->delete())->toThrow(Exception::class, 'append-only');
});

it('reads a file anew of which nothing that was kept can be read', function (array $spoiled) {
    $name = 'wicket-4.1-bowline.img';
    $before = PackageRecord::query()->where('name', $name)->sole();
    DB::table('packages')->where('id', $before->id)->update($spoiled);
    everyPageAnswers();
    getJson("/api/shelf/{$before->id}")->assertOk();
    expect(getJson('/api/set-aside')->json('rows'))->toBe([]);
    $file = PackageRecord::query()->where('name', $name)->sole();
    expect($file->package()->problem)->toContain('read anew');
    // A bench file that was given out meanwhile can be taken in.
    call('POST', '/api/bench/archive', content: Archive::toJson())->assertOk();
    app(Shelf::class)->look();
    expect($file->refresh()->package()->problem)
        ->toBeNull()
        ->and($file->kind)
        ->toBe('recovery');
})->with([
    'nothing' => [['document' => '{}']],
    'no JSON' => [['document' => '{']],
    'a container of nowhere' => [['document' => '{"path": "a", "sizeBytes": 1, "container": "box"}']],
    'a typed value that is none' => [['typed' => '[{"name": 7}]']],
]);

it('keeps a setting aside until it is mended, however often it is looked at', function () {
    DB::table('settings')->updateOrInsert(['name' => 'house-rules'], ['value' => '{"route":"air"}']);
    everyPageAnswers();
    expect(SetAside::look())
        ->toBe(0)
        ->and(array_column(SetAside::all(), 'name'))
        ->toBe(['house-rules']);
    $mend = fn(array $value) => putJson('/api/set-aside/setting/house-rules', [
        'stored' => json_encode(['value' => $value]),
    ]);
    $mend(['route' => 'sea'])->assertUnprocessable();
    expect(SetAside::count())->toBe(1);
    $mend(['format' => 'tornavis/house-rules', 'version' => 1, 'route' => 'storage'])->assertOk();
    expect(SetAside::count())->toBe(0)->and(App\Models\Setting::houseRules()->route)->toBe('storage');
});

it('deletes nothing that can be read', function () {
    deleteJson('/api/set-aside/job/1')->assertNotFound();
    deleteJson('/api/set-aside/nothing/1')->assertNotFound();
});

it('takes a phone in over one of the same label that cannot be read, and has its jobs back', function () {
    $archive = Archive::toJson();
    DB::table('units')
        ->where('label', 'SK-04')
        ->update(['document' => '[]']);
    everyPageAnswers();
    call('POST', '/api/bench/archive', content: $archive)->assertOk();
    expect(getJson('/api/set-aside')->json('rows'))->toBe([]);
    getJson('/api/units/SK-04')->assertOk();
    expect(WorkJob::query()->count())->toBe(3);
});

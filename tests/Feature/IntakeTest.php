<?php

declare(strict_types=1);

use App\Bench\Archive;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Prove\Dice;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Phone\Backup;

use Tornavis\Core\Phone\Note;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Words\LossClass;

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

/** A bench of one thing of each kind, with every field filled. */
function smallBench(): stdClass
{
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Answered, 1, ['elapsedSeconds' => 4, 'facts' => ['mode' => 'system'], 'says' => 'x']);
    $journal->append(EventKind::Stopped, 1, ['note' => '', 'wayBack' => 'x']);
    $job = WorkJob::query()->findOrFail(1);
    $job->unit->change(
        static fn(Unit $unit): Unit => $unit
            ->withNote(new Note('2026-09-01T10:00:00Z', 'a note'))
            ->withBackup(new Backup('set', [LossClass::Apps], 'card', '2026-09-01', bytes: 5)),
    );
    $job->update([
        'kit' => [PackageRecord::query()->where('name', 'saltern-15.2-20260903-bowline.zip')->sole()->id],
        'answers' => ['agreed' => ['x'], 'waived' => ['apps'], 'house' => ['route' => 'storage'], 'backup' => 'set'],
    ]);
    UnitRecord::query()->where('label', '!=', $job->unit->label)->forceDelete();
    SheetRecord::query()->where('codename', '!=', $job->unit->codename)->delete();
    PackageRecord::query()->whereNotIn('id', $job->kit)->delete();

    return json_decode(Archive::toJson());
}

/**
 * Every place of a document, one for each form: of a list the first.
 *
 * @return list<list<string|int>>
 */
function placesOf(mixed $value, array $at = []): array
{
    $places = $at === [] ? [] : [$at];
    // A plan is sealed by its first event: any change in it is refused as such.
    if (array_slice($at, -1) === ['plan']) {
        return $places;
    }
    foreach (
        is_object($value) ? get_object_vars($value) : array_slice(is_array($value) ? $value : [], 0, 3)
        as $name => $one
    ) {
        array_push($places, ...placesOf($one, [...$at, $name]));
    }

    return $places;
}

function withValue(mixed $document, array $at, mixed $value): mixed
{
    $document = json_decode((string) json_encode($document));
    $inner = &$document;
    foreach ($at as $name) {
        if (is_object($inner)) {
            $inner = &$inner->{$name};
        } else {
            $inner = &$inner[$name];
        }
    }
    $inner = $value;

    return $document;
}

/** A file is refused whole, or every page can show what it brought. */
function refusedOrShown(mixed $document, string $what): bool
{
    DB::beginTransaction();
    Cache::flush();
    $answer = call('POST', '/api/bench/archive', content: (string) json_encode($document));
    expect($answer->status())->toBeIn([200, 422], "{$what}: " . substr((string) $answer->getContent(), 0, 300));
    if ($answer->status() === 200) {
        foreach (['bench', 'jobs', 'log', 'log/summary', 'shelf', 'sheets', 'search?q=a'] as $page) {
            expect(getJson("/api/{$page}")->status())->toBe(200, "{$what}: {$page}");
        }
        $run = Run::query()->latest('id')->first();
        $run === null || expect(getJson("/api/runs/{$run->id}/record")->status())->toBe(200, $what);
        expect(get('/api/bench/archive')->getStatusCode())->toBe(200, $what);
        expect(getJson('/api/set-aside')->json('rows'))->toBe([], $what);
    }
    DB::rollBack();

    return $answer->status() === 422;
}

$bad = [
    '../../x',
    '',
    -1,
    1e30,
    true,
    null,
    [],
    new stdClass(),
    '2026-02-31',
    str_repeat('x', 5000),
    ['a' => [[]]],
    99,
];

$places = function (int $seed, int $share) use ($bad): void {
    $dice = new Dice($seed);
    $document = smallBench();
    $refused = 0;
    foreach (placesOf($document) as $place) {
        if ($dice->chance($share)) {
            $value = $dice->one($bad);
            $what = implode('/', $place) . ' = ' . substr((string) json_encode($value), 0, 40);
            $refused += (int) refusedOrShown(withValue($document, $place, $value), $what);
        }
    }
    expect($refused)->toBeGreaterThan(3)->and(refusedOrShown($document, 'as it is'))->toBeFalse();
};

it('refuses a value that cannot be, or shows it on every page', $places)->with([[1, 12]]);

it('does so in every place', $places)
    ->with([[2, 100], [3, 100], [4, 100], [5, 100]])
    ->group('whole');

it('refuses a number that is too large for one, wherever a number stands', function () {
    $document = smallBench();
    foreach (placesOf($document) as $place) {
        $value = $document;
        foreach ($place as $name) {
            $value = is_object($value) ? $value->{$name} : $value[$name];
        }
        if (is_int($value)) {
            expect(refusedOrShown(withValue($document, $place, 1e30), implode('/', $place)))->toBeTrue(
                implode('/', $place),
            );
        }
    }
    $house = ['jobs', 0, 'answers', 'house', 'batteryFloorPercent'];
    $document->jobs[0]->answers->house->batteryFloorPercent = 30;
    expect(refusedOrShown($document, 'as it is'))->toBeFalse();
    expect(refusedOrShown(withValue($document, $house, 1e30), 'house'))->toBeTrue();
});

it('refuses a time that is none, in each field that is one', function (array $place) {
    $document = smallBench();
    foreach (['../../x', 'now', 'tomorrow', '2026-02-31', '', '2026-09-01T25:00:00Z'] as $value) {
        expect(refusedOrShown(withValue($document, $place, $value), $value))->toBeTrue();
    }
    expect(refusedOrShown(withValue($document, $place, '2026-09-01T10:00:00+02:00'), 'a time'))->toBeFalse();
})->with([
    'when a job was made' => [['jobs', 0, 'createdAt']],
    'when a job was changed' => [['jobs', 0, 'updatedAt']],
    'when a run was made' => [['runs', 0, 'createdAt']],
    'when a set was made' => [['units', 0, 'backups', 0, 'madeAt']],
    'when a note was written' => [['units', 0, 'notes', 0, 'at']],
    'when a fact was seen' => [['units', 0, 'facts', 0, 'at']],
]);

it('refuses the same in the head of a run file', function () {
    smallBench();
    $run = Run::query()->sole();
    [$head, $rest] = explode("\n", (string) get("/api/runs/{$run->id}/run.jsonl")->getContent(), 2);
    foreach ([['job', 'updatedAt'], ['job', 'createdAt'], ['run', 'createdAt']] as $place) {
        $file = json_encode(withValue(json_decode($head), $place, '../../x')) . "\n{$rest}";
        call('POST', '/api/log', content: $file)->assertUnprocessable()->assertSee('an ISO 8601 time');
    }
    call('POST', '/api/log', content: "{$head}\n{$rest}")->assertOk();
});

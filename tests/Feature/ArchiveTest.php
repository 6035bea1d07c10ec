<?php

declare(strict_types=1);

use App\Bench\Archive;
use App\Data\SigningKey;
use App\Models\JournalLine;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;

use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

/** A run in the log that was stopped. */
function stoppedRun(int $lines = 3): Run
{
    $run = Run::query()->findOrFail(postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id'));
    $journal = new DatabaseJournal($run);
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    for ($i = 0; $i < $lines; $i++) {
        $journal->append(EventKind::Noted, null, ['note' => str_repeat("line {$i} \"quoted\" ü\\n", 4)]);
    }
    $journal->append(EventKind::Stopped, 1, ['note' => '', 'wayBack' => '']);

    return $run->refresh();
}

it(
    'takes an archive in that is larger than a request may be, in pieces, with no more memory than a run takes',
    function () {
        $run = stoppedRun(40);
        // Copies of the run, until the file is far above what one request takes.
        foreach (range(1, 100) as $number) {
            $copy = $run->replicate(['key']);
            $copy->signature = null;
            $copy->save();
            foreach ($run->events() as $event) {
                JournalLine::of($copy->id, $event);
            }
        }
        $archive = (string) get('/api/bench/archive')->assertOk()->streamedContent();
        expect(strlen($archive))->toBeGreaterThan(10 << 20);
        $headers = [
            'Upload-Length' => (string) strlen($archive),
            'Upload-Metadata' => 'filename ' . base64_encode('bench.json') . ',for ' . base64_encode('bench'),
        ];
        $at = (string) postJson('/api/uploads', [], $headers)->assertCreated()->headers->get('Location');
        for ($offset = 0; $offset < strlen($archive); $offset += 4 << 20) {
            call(
                'PATCH',
                $at,
                server: ['CONTENT_TYPE' => 'application/offset+octet-stream', 'HTTP_UPLOAD_OFFSET' => (string) $offset],
                content: substr($archive, $offset, 4 << 20),
            )->assertNoContent();
        }
        $id = basename($at);
        unset($archive);
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $answer = postJson("/api/bench/archive?upload={$id}&dry=1")->assertOk();
        expect(array_unique(array_column($answer->json('changes'), 'change')))
            ->toBe(['same'])
            ->and(memory_get_peak_usage() - $before)
            ->toBeLessThan(48 << 20)
            // It is no file of the shelf.
            ->and(PackageRecord::query()->where('name', 'bench.json')->exists())
            ->toBeFalse();
        postJson("/api/bench/archive?upload={$id}")->assertOk();
        postJson("/api/bench/archive?upload={$id}")->assertNotFound();
    },
);

it('refuses a signed journal that was cut off at its end', function () {
    stoppedRun();
    $archive = json_decode(Archive::toJson());
    array_pop($archive->runs[0]->events);
    $archive->runs[0]->key = strtolower((string) Illuminate\Support\Str::ulid());
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))
        ->assertUnprocessable()
        ->assertSee('ends before the line that was signed');
});

it('counts what an archive says of a file for nothing until the file is read here', function () {
    $archive = json_decode(Archive::toJson());
    $build = array_values(
        array_filter(
            $archive->packages,
            static fn(object $one): bool => str_ends_with($one->path, 'saltern-15.2-20260903-bowline.zip'),
        ),
    )[0];
    $build->path = '/srv/elsewhere/forged.zip';
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))->assertOk();
    $record = PackageRecord::query()->where('path', '/srv/elsewhere/forged.zip')->sole();
    expect($record->unread)
        ->toBeTrue()
        ->and($record->sha256)
        ->toBeNull()
        ->and($record->missing)
        ->toBeTrue()
        ->and($record->package()->integrity()->value)
        ->toBe('damaged')
        ->and($record->package()->problem)
        ->toContain('known from a bench file alone');

    // What was read here stays as it was read.
    $real = PackageRecord::query()->where('name', 'saltern-15.2-20260903-bowline.zip')->sole();
    $build->path = $real->path;
    $build->sha256 = str_repeat('a', 64);
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))->assertOk();
    expect($real->refresh()->sha256)->not->toBe(str_repeat('a', 64))->and($real->unread)->toBeFalse();
});

it('takes no label or name in that is more than a name', function (Closure $spoil) {
    stoppedRun();
    $archive = json_decode(Archive::toJson());
    $spoil($archive);
    $before = UnitRecord::query()->count();
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))->assertUnprocessable();
    expect(UnitRecord::query()->count())->toBe($before);
})->with([
    'a label with a line break' => [fn(object $a) => ($a->units[0]->label = "SK-01\r\nSet-Cookie: a=b")],
    'a label that climbs' => [fn(object $a) => ($a->units[0]->label = '../SK-01')],
    'a label with quotes' => [fn(object $a) => ($a->runs[0]->unit = 'SK"04')],
    'a codename with a slash' => [fn(object $a) => ($a->runs[0]->codename = 'bow/line')],
    'a build with a line break' => [fn(object $a) => ($a->runs[0]->build = "a\nb")],
]);

it('tells a journal that was written here from one that was made up and chained anew', function () {
    $run = stoppedRun();
    $signed = fn(): string => getJson("/api/runs/{$run->id}/record")
        ->assertOk()
        ->json('signed');
    expect($signed())->toStartWith('signed by this installation (key ' . substr(SigningKey::here(), 0, 16));
    expect((string) get("/api/runs/{$run->id}/record.md")->getContent())->toContain(
        'The journal is whole and signed by this installation',
    );

    // Somebody who can write the database changes a line and chains all of it anew.
    DB::unprepared('DROP TRIGGER journal_events_keep');
    $last = null;
    foreach ($run->events() as $event) {
        $data = $event->kind === EventKind::Noted ? ['note' => 'All went well.'] : $event->data;
        $last = JournalEvent::after($last, $event->at, $event->kind, $event->step, $data);
        JournalLine::query()
            ->where('run_id', $run->id)
            ->where('sequence', $event->sequence)
            ->update(['data' => json_encode($data), 'previous' => $last->previous, 'hash' => $last->hash]);
    }
    $record = getJson("/api/runs/{$run->id}/record");
    expect($record->json('journalIsWhole'))->toBeTrue()->and($record->json('signed'))->toContain('does not hold');
    // Nor does it get in elsewhere with the old signature; without one it says so.
    $archive = json_decode(Archive::toJson());
    $archive->runs[0]->key = strtolower((string) Illuminate\Support\Str::ulid());
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))
        ->assertUnprocessable()
        ->assertSee('not the journal that was signed');
    unset($archive->runs[0]->signature);
    call('POST', '/api/bench/archive', content: (string) json_encode($archive))->assertOk();
    $taken = Run::query()->where('key', $archive->runs[0]->key)->sole();
    expect(getJson("/api/runs/{$taken->id}/record")->json('signed'))->toBe('not signed');
});

it('says of a run from elsewhere by whose key it is signed', function () {
    $run = stoppedRun();
    $pair = sodium_crypto_sign_keypair();
    $last = $run->events()[count($run->events()) - 1];
    $statement = "tornavis journal line\n{$run->key}\n{$last->sequence}\n{$last->hash}";
    $run->update([
        'signature' => [
            'key' => bin2hex(sodium_crypto_sign_publickey($pair)),
            'sequence' => $last->sequence,
            'value' => bin2hex(sodium_crypto_sign_detached($statement, sodium_crypto_sign_secretkey($pair))),
        ],
    ]);
    expect(getJson("/api/runs/{$run->id}/record")->json('signed'))->toStartWith('signed by another installation (key ');
    expect(WorkJob::query()->count())->toBe(3);
});

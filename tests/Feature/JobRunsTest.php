<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Run\DatabaseJournal;
use App\Run\PhoneFromUnit;
use App\Run\RehearsalLink;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\Runs;
use Tests\Support\Schemas;

use Tests\Support\World;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunState;

/*
 * Every job from the first request to the record: opened, settled, carried out with its journal in the database,
 * learned from.
 */

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

/** Opens a job, gives every word that it waits for, and starts its run. */
function begun(string $label, string $intent, ?string $file): Run
{
    $id = postJson(
        '/api/jobs',
        ['unit' => $label, 'intent' => $intent] +
            ($file === null ? [] : ['package' => PackageRecord::query()->where('name', $file)->firstOrFail()->id]),
    )
        ->assertCreated()
        ->json('id');
    $settle = array_column(
        array_filter(
            getJson("/api/jobs/{$id}")->json('plan.findings'),
            static fn(array $finding): bool => $finding['severity'] === 'settle',
        ),
        'key',
    );
    $waived = array_map(
        static fn(string $key): string => substr($key, strlen('PREP-3:')),
        array_filter($settle, static fn(string $key): bool => str_starts_with($key, 'PREP-3:')),
    );
    patchJson("/api/jobs/{$id}", ['answers' => ['agreed' => $settle, 'waived' => array_values($waived)]])->assertOk();

    return Run::query()->findOrFail(
        postJson("/api/jobs/{$id}/run", shown($id))
            ->assertCreated()
            ->json('id'),
    );
}

it('is carried out, recorded and learned from', function (
    string $label,
    string $intent,
    ?string $file,
    array $learned,
    array $keeps,
) {
    $before = UnitRecord::query()->where('label', $label)->firstOrFail()->unit()->state();
    $run = Runs::carriedOut(begun($label, $intent, $file));
    $after = UnitRecord::query()->where('label', $label)->firstOrFail()->unit()->state();
    $record = getJson("/api/runs/{$run->id}/record")->assertOk();
    Schemas::hold($record, 'record');

    expect($run->status)
        ->toBe(RunState::ENDED)
        ->and($record->json('journalIsWhole'))
        ->toBeTrue()
        ->and($record->json('build'))
        ->not->toBe('')
        ->and(array_filter($record->json('steps'), static fn(array $step): bool => !$step['done']))
        ->toBe([]);
    foreach ($learned as $name => $value) {
        expect($after->values())->toHaveKey($name)->and($after->values()[$name])->toBe($value, $name);
    }
    foreach ($keeps as $name) {
        expect($before->values())
            ->toHaveKey($name)
            ->and($after->values()[$name])
            ->toBe($before->values()[$name], $name);
    }
})->with([
    'an update in place' => [
        'SK-06',
        'update',
        'lamplight-9.4-20250611-marl.zip',
        ['slot.-.os.version' => '9.4', 'slot.-.os.buildId' => 'lamplight-9.4-20250611-marl'],
        ['data.writtenBy', 'data.encryption', 'slot.-.recovery.version'],
    ],
    'another recovery' => [
        'SK-06',
        'recovery',
        'lychgate-2.4-second-stage-marl.img',
        ['slot.-.recovery.version' => '2.4'],
        ['slot.-.os.buildId', 'data.writtenBy'],
    ],
    'a kernel' => [
        'SK-09',
        'kernel',
        'ferrule-15.1-becket.img',
        ['slot.b.kernel.name' => 'Ferrule'],
        ['slot.b.os.buildId', 'data.encryption', 'slot.a.os.buildId'],
    ],
    'a fix' => [
        'SK-09',
        'add-on',
        'radio-fix-1-becket.zip',
        [],
        ['slot.b.os.buildId', 'data.writtenBy', 'slot.active'],
    ],
    'a root package' => [
        'SK-06',
        'add-on',
        'latchkey-4.2.zip',
        ['slot.-.root' => 'Latchkey 4.2'],
        ['slot.-.os.buildId', 'data.writtenBy'],
    ],
    'a restore' => ['SK-13', 'restore', null, ['mode' => 'system'], ['slot.-.os.buildId', 'data.encryption']],
    'a removal' => [
        'SK-05',
        'remove-second',
        'remove-second-3-splice.zip',
        ['second.family' => null],
        ['slot.-.os.buildId', 'data.writtenBy'],
    ],
    'a switch' => [
        'SK-04',
        'switch',
        'saltern-15.2-20260903-bowline.zip',
        ['slot.a.os.family' => 'Saltern', 'data.writtenBy' => 'Saltern'],
        [],
    ],
]);

it('stops safely in the middle, keeps the rest undone and goes on later', function () {
    $run = begun('SK-06', 'update', 'lamplight-9.4-20250611-marl.zip');
    $unit = UnitRecord::query()->where('label', 'SK-06')->firstOrFail();
    $phone = PhoneFromUnit::make($unit->unit(), World::sheet('marl'));
    $journal = new DatabaseJournal($run);
    $engine = new RunEngine(
        $run->plan,
        $journal,
        new RehearsalLink($phone, World::files(['lamplight-9.4-20250611-marl.zip'])),
    );
    do {
        $state = $engine->advance();
    } while ($state->status !== RunState::GATED);
    postJson("/api/runs/{$run->id}/stop")->assertOk();
    $stopped = getJson("/api/runs/{$run->id}/record")->json();

    expect($stopped['status'])
        ->toBe('stopped')
        ->and(count(array_filter($stopped['steps'], static fn(array $step): bool => $step['done'])))
        ->toBe(4)
        ->and($phone->written('system', '-')['of'] ?? null)
        ->toBe('lamplight-9.3-20250120-marl');
    postJson("/api/runs/{$run->id}/go-on")->assertOk();
    do {
        $state = $engine->advance();
    } while ($state->status !== RunState::GATED);
    postJson("/api/runs/{$run->id}/release", ['word' => 'SK-06'])->assertOk();
    do {
        $state = $engine->advance();
        $state->status === RunState::ASKED &&
            (new RunActions($run->plan, $journal, World::sheet('marl')))->tell('seen');
    } while ($state->status !== RunState::ENDED);

    expect($phone->written('system', '-')['of'] ?? null)->toBe('lamplight-9.4-20250611-marl');
});

it('names in log and record a job that is about no file', function () {
    $run = Runs::carriedOut(begun('SK-13', 'restore', null));

    expect(getJson('/api/log')->json('runs.0.build'))
        ->toBe('Restore backup')
        ->and(get("/api/runs/{$run->id}/record.md")->getContent())
        ->toContain('# marl SK-13: Restore backup');
});

<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;

use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/*
 * Opening a job for anything that can be wanted.
 */

uses(DemoBench::class);

function shelfId(string $name): int
{
    return PackageRecord::query()->where('name', $name)->firstOrFail()->id;
}

it('says what can be wanted, which files each takes and what it does', function () {
    $answer = getJson('/api/intents')->assertOk();
    Schemas::hold($answer, 'intents');
    $intents = collect($answer->json('intents'))->keyBy('value');

    expect($intents->keys()->all())
        ->toBe(array_column(Intent::cases(), 'value'))
        ->and($intents['add-on']['takes'])
        ->toBe(['services', 'fix', 'kernel', 'root'])
        ->and($intents['restore']['takes'])
        ->toBe([])
        ->and($intents['unlock']['words'])
        ->toContain('maker\'s terms');
});

it('opens a job with what it is about and what it needs beside it', function (
    string $unit,
    string $intent,
    ?string $file,
    array $kit,
    string $verdict,
) {
    $id = postJson(
        '/api/jobs',
        ['unit' => $unit, 'intent' => $intent] + ($file === null ? [] : ['package' => shelfId($file)]),
    )
        ->assertCreated()
        ->json('id');
    $job = getJson("/api/jobs/{$id}")->assertOk();
    Schemas::hold($job, 'job');

    expect(array_column($job->json('plan.kit'), 'name'))
        ->toEqualCanonicalizing($kit)
        ->and($job->json('plan.verdict.words'))
        ->toBe($verdict)
        ->and($job->json('wanted'))
        ->toBe(Job::of(Intent::from($intent))->label())
        ->and($job->json('plan.build'))
        ->toBe($file === null ? null : World::package($file)->title());
})->with([
    'an update' => [
        'SK-06',
        'update',
        'lamplight-9.4-20250611-marl.zip',
        ['lamplight-9.4-20250611-marl.zip'],
        'Clear to run',
    ],
    'a switch, with what the build needs' => [
        'SK-04',
        'switch',
        'saltern-15.2-20260903-bowline.zip',
        [...World::SALTERN, World::FIRMWARE],
        'Clear to run',
    ],
    'a kernel image, without a recovery' => [
        'SK-09',
        'kernel',
        'ferrule-15.1-becket.img',
        ['ferrule-15.1-becket.img'],
        'Clear to run',
    ],
    'a fix, with the recovery that has to be started for it' => [
        'SK-09',
        'add-on',
        'radio-fix-1-becket.zip',
        ['radio-fix-1-becket.zip', 'wicket-4.1-becket.img'],
        'Clear to run',
    ],
    'a root package, with the recovery that is there' => [
        'SK-06',
        'add-on',
        'latchkey-4.2.zip',
        ['latchkey-4.2.zip'],
        'Clear to run',
    ],
    'a recovery' => [
        'SK-06',
        'recovery',
        'lychgate-2.4-second-stage-marl.img',
        ['lychgate-2.4-second-stage-marl.img'],
        'Clear to run',
    ],
    'a restore' => ['SK-13', 'restore', null, [], 'Clear to run'],
    'a removal' => [
        'SK-05',
        'remove-second',
        'remove-second-3-splice.zip',
        ['remove-second-3-splice.zip'],
        'Clear to run',
    ],
    'a kernel for another release' => [
        'SK-07',
        'kernel',
        'whetstone-2.1-bowline.zip',
        ['whetstone-2.1-bowline.zip', 'wicket-4.1-bowline.img'],
        'Do not run',
    ],
]);

it('refuses a file of another kind than what is wanted takes, and says what to do', function (
    array $body,
    string $words,
) {
    $files = array_map(
        static fn(mixed $value): mixed => is_string($value) && str_contains($value, '.') ? shelfId($value) : $value,
        $body,
    );
    $answer = postJson('/api/jobs', ['unit' => 'SK-06'] + $files)->assertUnprocessable();

    expect($answer->json('message'))
        ->toContain($words)
        ->and(WorkJob::query()->count())
        ->toBe(3);
})->with([
    'a kernel as a build' => [['intent' => 'update', 'package' => 'ferrule-15.1-becket.img'], 'another kind'],
    'a build as a kernel' => [['intent' => 'kernel', 'package' => 'lamplight-9.4-20250611-marl.zip'], 'another kind'],
    'no recovery' => [['intent' => 'recovery'], 'Choose the file'],
    'a file that is not there' => [['intent' => 'update', 'package' => 99_999], 'not on the shelf'],
    'a file for a restore' => [['intent' => 'restore', 'package' => 'latchkey-4.2.zip'], 'prohibited'],
    'a build as a trial' => [['intent' => 'trial', 'package' => 'lamplight-9.4-20250611-marl.zip'], 'another kind'],
    'nothing known' => [['intent' => 'wishful'], 'update, switch'],
]);

it('shows in lists what a job without a build is about', function () {
    postJson('/api/jobs', [
        'unit' => 'SK-09',
        'intent' => 'kernel',
        'package' => shelfId('ferrule-15.1-becket.img'),
    ])->assertCreated();
    $jobs = collect(getJson('/api/jobs')->json('jobs'));

    expect($jobs->firstWhere('card.label', 'SK-09')['build'])
        ->toBe('Ferrule 15.1')
        ->and($jobs->firstWhere('card.label', 'SK-01')['build'])
        ->toBeNull();
});

it('plans anew when what was seen of the phone changes', function () {
    $id = postJson('/api/jobs', [
        'unit' => 'SK-06',
        'intent' => 'update',
        'package' => shelfId('lamplight-9.4-20250611-marl.zip'),
    ])->json('id');
    UnitRecord::query()
        ->where('label', 'SK-06')
        ->firstOrFail()
        ->learn(Fact::of('slot.-.os.signer', str_repeat('0', 64), Source::Phone, 'system', '2026-11-01T10:00:00Z'));
    $plan = getJson("/api/jobs/{$id}")->json('plan');

    expect($plan['verdict']['level'])
        ->toBe('stop')
        ->and(json_encode($plan['findings']))
        ->toContain('signed by other keys');
});

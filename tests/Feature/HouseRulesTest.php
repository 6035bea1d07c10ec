<?php

declare(strict_types=1);

use App\Models\Setting;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\deleteJson;
use function Pest\Laravel\getJson;
use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;

use function Pest\Laravel\putJson;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\School;

uses(DemoBench::class);

$rules = fn(array $differs): array => array_merge((new HouseRules())->toArray(), $differs);

it('answers as its schemas say', function () use ($rules) {
    Schemas::hold(getJson('/api/house-rules')->assertOk(), 'house-rules-page');
    Schemas::hold(
        postJson('/api/house-rules/preview', $rules(['formatOrder' => 'after']))->assertOk(),
        'house-rules-preview',
    );
});

it('says what other rules would change in open jobs, and changes nothing by it', function () use ($rules) {
    $changes = postJson('/api/house-rules/preview', $rules(['batteryFloorPercent' => 95]))->json('changes');

    expect(array_column($changes, 'title'))
        ->toBe(['bowline SK-04: Saltern 15.2', 'bowline_m SK-08: Saltern 15.2', 'halyard SK-01: unlock'])
        ->and($changes[0]['before'])
        ->toStartWith('Clear to run, 16 steps')
        ->and($changes[0]['after'])
        ->toStartWith('1 thing to decide, 17 steps')
        ->and(Setting::houseRules())
        ->toEqual(new HouseRules());
});

it('finds no change where there is none', function () use ($rules) {
    expect(postJson('/api/house-rules/preview', $rules([]))->json('changes'))->toBe([]);
});

it('keeps the rules, and plans by them', function () use ($rules) {
    putJson('/api/house-rules', $rules(['preInstallSlot' => 'active']))
        ->assertOk()
        ->assertJsonPath('rules.preInstallSlot', 'active');
    $titles = array_column(getJson('/api/jobs/1')->json('plan.steps'), 'title');

    expect($titles)->toContain('Wicket 4.1 into slot A');
});

it('refuses rules that do not exist, and keeps the old ones', function (array $differs) use ($rules) {
    putJson('/api/house-rules', $rules($differs))->assertUnprocessable()->assertJsonPath('error', 'FormatError');

    expect(Setting::houseRules())->toEqual(new HouseRules());
})->with([[['preInstallSlot' => 'both']], [['batteryFloorPercent' => 3]], [['colour' => 'red']]]);

it('offers the careful choice first, and only choices that the schema takes', function () {
    foreach (School::all() as $school) {
        expect($school->choices[0]['value'])->toBe((new HouseRules())->toArray()[$school->rule]);
        foreach ($school->choices as $choice) {
            $kept = HouseRules::fromArray(
                array_merge((new HouseRules())->toArray(), [$school->rule => $choice['value']]),
            );
            expect($kept->toArray()[$school->rule])->toBe($choice['value']);
        }
    }
});

it('keeps rules under a name, offers them beside its own sets, and drops them again', function () use ($rules) {
    putJson('/api/house-rules/presets/Evening', $rules(['batteryFloorPercent' => 80]))->assertOk();
    putJson('/api/house-rules/presets/Careful', $rules([]))->assertStatus(409);
    $presets = collect(getJson('/api/house-rules')->json('presets'))->keyBy('name');
    expect($presets['Evening']['own'])
        ->toBeTrue()
        ->and($presets['Evening']['rules']['batteryFloorPercent'])
        ->toBe(80)
        ->and($presets['Careful']['rules'])
        ->toBe((new HouseRules())->toArray());

    deleteJson('/api/house-rules/presets/Evening')->assertOk();
    expect(array_column(getJson('/api/house-rules')->json('presets'), 'name'))->not->toContain('Evening');
});

it('asks for other command tools where the version in use has a known fault', function () {
    putJson('/api/workplace', [
        'toolVersion' => '4.5.0',
        'badTools' => [['version' => '4.5.0', 'fault' => 'lists nothing']],
    ])->assertOk();
    $finding = collect(getJson('/api/jobs/1')->json('plan.findings'))->firstWhere('rule', 'PREP-6');
    expect($finding)
        ->toMatchArray(['severity' => 'settle', 'found' => 'version 4.5.0'])
        ->and($finding['reason'])
        ->toContain('lists nothing');

    putJson('/api/workplace', [
        'toolVersion' => '4.6.1',
        'badTools' => [['version' => '4.5.0', 'fault' => 'lists nothing']],
    ])->assertOk();
    expect(getJson('/api/jobs/1')->json('plan.verdict.words'))->toBe('Clear to run');
    putJson('/api/workplace', [
        'toolVersion' => null,
        'badTools' => [['version' => '1', 'fault' => ''], ['version' => '1', 'fault' => 'x']],
    ])->assertUnprocessable();
});

it('shows what the other school would change in one job, and changes nothing by it', function () {
    $answer = getJson('/api/jobs/1/schools')->assertOk();
    Schemas::hold($answer, 'job-schools');
    $schools = collect($answer->json('schools'))->keyBy(static fn(array $s): string => "{$s['rule']} {$s['value']}");
    expect($schools['formatOrder after']['difference']['changed'])
        ->toBeTrue()
        ->and($schools)
        ->not->toHaveKey('channel newest')
        ->not->toHaveKey('formatOrder before');
    $trial = postJson('/api/jobs/1/what-if', ['house' => ['formatOrder' => 'after']])->assertOk();
    Schemas::hold($trial, 'what-if');
    expect($trial->json('difference'))
        ->toEqual($schools['formatOrder after']['difference'])
        ->and(getJson('/api/jobs/1/schools')->json())
        ->toEqual($answer->json());
});

it('takes the other school in one job alone', function () {
    patchJson('/api/jobs/1', ['answers' => ['house' => ['formatOrder' => 'after']]])->assertOk();
    $order = static fn(array $plan): array => array_values(
        array_intersect(array_column($plan['steps'], 'key'), ['erase.format', 'install.build']),
    );

    expect($order(getJson('/api/jobs/1')->json('plan')))
        ->toBe(['install.build', 'erase.format'])
        ->and($order(getJson('/api/jobs/2')->json('plan')))
        ->toBe(['erase.format', 'install.build'])
        ->and(Setting::houseRules())
        ->toEqual(new HouseRules());
    patchJson('/api/jobs/1', ['answers' => ['house' => ['formatOrder' => 'sideways']]])->assertUnprocessable();
});

it('tries another kit and another intent, and refuses both once a run has begun', function () {
    $kit = getJson('/api/jobs/1')->json('kit');
    expect(postJson('/api/jobs/1/what-if', ['kit' => array_slice($kit, 1)])->json('plan.verdict.words'))
        ->toBe('Do not run')
        ->and(postJson('/api/jobs/1/what-if', ['intent' => 'update'])->json('plan.intent'))
        ->toBe('update');
    postJson('/api/jobs/1/what-if', ['intent' => 'polish'])->assertUnprocessable();
    $own = postJson('/api/jobs/1/what-if/open', ['intent' => 'update'])
        ->assertCreated()
        ->json('id');
    expect(getJson("/api/jobs/{$own}")->json())
        ->toMatchArray([
            'wanted' => 'Update in place',
            'takes' => ['build'],
            'kit' => $kit,
            'answers' => ['agreed' => [], 'waived' => []],
        ])
        ->and(getJson('/api/jobs/1')->json('wanted'))
        ->toBe('Fresh install');
    Queue::fake();
    postJson('/api/jobs/1/run', shown(1))->assertCreated();
    postJson('/api/jobs/1/what-if', [])->assertStatus(409);
});

it('keeps a phrasebook, and fills the commands of a job from it', function () {
    Schemas::hold(getJson('/api/phrasebook')->assertOk(), 'phrasebook');
    expect(getJson('/api/jobs/1')->json('commands'))->toBe([]);
    $book = static fn(array $templates): array => [
        'format' => 'tornavis/phrasebook',
        'version' => 1,
        'templates' => $templates,
    ];
    putJson('/api/phrasebook', $book(['set-active' => 'tool {serial} use {slot}']))->assertOk();
    putJson('/api/phrasebook', $book(['set-active' => 'tool {partition}']))
        ->assertUnprocessable()
        ->assertJsonPath('error', 'FormatError');
    $job = getJson('/api/jobs/1')->assertOk();
    Schemas::hold($job, 'job');

    expect(array_values($job->json('commands')))->toBe([['tool SKF3A04K17 use b']]);
});

<?php

declare(strict_types=1);

use App\Jobs\AdvanceRun;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Run\StandInLink;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;

use Tests\Support\DemoBench;
use Tests\Support\Schemas;

/*
 * A run by hand over the API.
 */

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
    $this->run = postJson('/api/jobs/1/run', shown(1, 'hands'))->assertCreated()->json('id');
    $this->advance = fn() => (new AdvanceRun($this->run))->handle(app(StandInLink::class));
    // Does every step by hand up to one, which is then asked for.
    $this->until = function (string $key): void {
        for ($turn = 0; $turn < 30; $turn++) {
            ($this->advance)();
            $state = getJson("/api/runs/{$this->run}/events")->json('state');
            if (Run::query()->findOrFail($this->run)->plan['steps'][$state['step'] - 1]['key'] === $key) {
                return;
            }
            $state['status'] === 'gated'
                ? postJson("/api/runs/{$this->run}/release", ['word' => 'SK-04'])->assertOk()
                : postJson("/api/runs/{$this->run}/tell", [
                    'answer' => 'seen',
                    'evidence' => 'SKF3A04K17',
                ])->assertOk();
        }
    };
});

it('asks for a step, takes the evidence, and goes on', function () {
    ($this->advance)();
    $answer = getJson("/api/runs/{$this->run}/events");
    Schemas::hold($answer, 'run-events');
    expect($answer->json('state.link'))
        ->toBe('hands')
        ->and($answer->json('state.question.wants'))
        ->toBe(['serial']);
    postJson("/api/runs/{$this->run}/tell", ['answer' => 'seen', 'evidence' => 'SKF3A07Q41'])
        ->assertUnprocessable()
        ->assertJsonPath('error', 'RunRefusal');
    postJson("/api/runs/{$this->run}/tell", ['answer' => 'seen', 'evidence' => 'SKF3A04K17'])->assertOk();

    expect(getJson("/api/runs/{$this->run}/events")->json('state.steps.1'))->toBe('done');
});

it('says what a symptom may come of, and keeps it in the journal', function () {
    ($this->advance)();
    Schemas::hold(getJson("/api/runs/{$this->run}/symptoms")->assertOk(), 'symptoms');
    postJson("/api/runs/{$this->run}/something-else", [
        'symptom' => 'not-listed',
        'note' => 'nothing in the list',
    ])->assertOk();
    $answer = getJson("/api/runs/{$this->run}/events");
    Schemas::hold($answer, 'run-events');

    expect($answer->json('state.question.says'))
        ->toBe('You see: The phone is not listed: nothing in the list')
        ->and($answer->json('state.question.causes.0.title'))
        ->toBe('A loose cable or a bad port')
        ->and(Run::query()->findOrFail($this->run)->record()->toArray()['journalIsWhole'])
        ->toBeTrue();
});

it('refuses a link that does not exist', function () {
    postJson('/api/jobs/2/run', ['link' => 'pigeon'])->assertUnprocessable();
});

it(
    'plans again from what a stopped run has shown of the phone: first what is different, then the run that goes on',
    function () {
        postJson("/api/runs/{$this->run}/plan-again")->assertStatus(409);
        ($this->until)('recovery.image.boot');
        postJson("/api/runs/{$this->run}/stop")->assertOk();
        $look = getJson("/api/runs/{$this->run}/plan-again")->assertOk();
        Schemas::hold($look, 'ways-on');
        $gone = array_column(
            array_filter($look->json('difference.steps'), static fn(array $line): bool => $line['change'] === 'gone'),
            'key',
        );
        // The firmware is in already; it is not written a second time, and the phone is in its bootloader now.
        expect($gone)
            ->toContain('base.firmware.b')
            ->toContain('prep.prove-system')
            // Looking keeps nothing.
            ->and(WorkJob::query()->count())
            ->toBe(3)
            ->and(
                UnitRecord::query()
                    ->where('label', 'SK-04')
                    ->firstOrFail()
                    ->unit()
                    ->state()
                    ->text('slot.b.firmware.version'),
            )
            ->toBe('5.2.8');

        $answer = postJson("/api/runs/{$this->run}/plan-again", [
            'seal' => $look->json('seal'),
        ])->assertCreated();
        Schemas::hold($answer, 'plan-again');
        $next = Run::query()->findOrFail($answer->json('run'));
        expect(getJson("/api/jobs/{$answer->json('id')}")->json('plan.before')['slot.b.firmware.version'])
            ->toBe('5.2.11')
            ->and($next->state()->link)
            ->toBe('hands')
            ->and(Run::query()->findOrFail($this->run)->state()->last?->text('note'))
            ->toContain("as job {$answer->json('id')}");
        // The old plan no longer fits the phone.
        postJson("/api/runs/{$this->run}/go-on")->assertStatus(409);
        postJson("/api/runs/{$this->run}/plan-again")->assertStatus(409);
    },
);

it('carries the way back out as a run of its own', function () {
    ($this->until)('recovery.image.boot');
    postJson("/api/runs/{$this->run}/stop")->assertOk();
    $seal = getJson("/api/runs/{$this->run}/plan-again?back=1")
        ->assertOk()
        ->json('seal');
    $answer = postJson("/api/runs/{$this->run}/plan-again", ['back' => true, 'seal' => $seal])->assertCreated();
    $next = Run::query()->findOrFail($answer->json('run'));

    expect(getJson("/api/jobs/{$answer->json('id')}")->json('wanted'))
        ->toBe('Bring back')
        ->and(array_column($next->plan['steps'], 'title'))
        ->toBe(['Restart into the system', 'Check build, slot, services and radio serial'])
        ->and($next->state()->link)
        ->toBe('hands');
});

it('says what stands in the way where the same wish is blocked from here', function () {
    ($this->until)('recovery.image.boot');
    postJson("/api/runs/{$this->run}/stop")->assertOk();
    PackageRecord::query()
        ->where('name', 'saltern-15.2-20260903-bowline.zip')
        ->update(['missing' => true]);
    $ways = getJson("/api/runs/{$this->run}/plan-again")->assertOk();
    Schemas::hold($ways, 'ways-on');

    expect($ways->json('stops.0.need'))->toBe('One build in the kit')->and($ways->json('stops.0.remedy'))->toBeString();
});

it('goes on with another wish where the same one is blocked, and asks for every word anew', function () {
    ($this->until)('recovery.image.boot');
    postJson("/api/runs/{$this->run}/stop")->assertOk();
    $kit = WorkJob::query()->findOrFail(1)->kit;
    postJson("/api/runs/{$this->run}/plan-again", ['intent' => 'polish'])->assertUnprocessable();
    $id = postJson("/api/runs/{$this->run}/plan-again", ['intent' => 'switch', 'kit' => array_slice($kit, 0, 2)])
        ->assertCreated()
        ->json('id');
    $job = WorkJob::query()->findOrFail($id);

    expect($job->intent->value)
        ->toBe('switch')
        ->and($job->kit)
        ->toBe(array_slice($kit, 0, 2))
        ->and($job->answers)
        ->toMatchArray(['agreed' => [], 'waived' => []])
        ->and(Run::query()->findOrFail($this->run)->status)
        ->toBe('stopped');
});

it(
    'asks before it writes when the phone is another than was planned for, and agrees on the plan that fits',
    function () {
        ($this->until)('base.prove');
        postJson("/api/runs/{$this->run}/tell", ['answer' => 'seen', 'evidence' => 'SKF3A04K17, slot: b'])
            ->assertUnprocessable()
            ->assertJsonPath('what', 'Active slot is b');
        postJson("/api/runs/{$this->run}/differs", ['evidence' => 'SKF3A04K17, slot: a'])->assertUnprocessable();
        postJson("/api/runs/{$this->run}/differs", ['evidence' => 'SKF3A04K17, slot: b'])->assertOk();
        $state = getJson("/api/runs/{$this->run}/events")->json('state');
        expect($state['question']['about'])
            ->toBe('differs')
            ->and($state['question']['says'])
            ->toContain('Active slot is b; the plan counts on a')
            ->and($state['steps'][$state['step']])
            ->not->toBe('done');

        $seal = getJson("/api/runs/{$this->run}/plan-again")
            ->assertOk()
            ->json('seal');
        $next = Run::query()->findOrFail(
            postJson("/api/runs/{$this->run}/plan-again", ['seal' => $seal])
                ->assertCreated()
                ->json('run') ?? 0,
        );
        expect($next->plan['before']['slot.active'])
            ->toBe('b')
            ->and(Run::query()->findOrFail($this->run)->status)
            ->toBe('stopped');
    },
);

it('lets only one run work on a phone', function () {
    $again = postJson('/api/jobs', ['unit' => 'SK-04', 'intent' => 'unlock'])->json('id');
    WorkJob::query()
        ->whereKey($again)
        ->update([
            'kit' => json_encode(WorkJob::query()->findOrFail(1)->kit),
            'intent' => 'fresh',
            'answers' => json_encode(WorkJob::query()->findOrFail(1)->answers),
        ]);

    expect(
        postJson("/api/jobs/{$again}/run", shown($again))
            ->assertStatus(409)
            ->json('message'),
    )->toContain("Run {$this->run} is under way on SK-04");
});

it('takes a note at any time', function () {
    postJson("/api/runs/{$this->run}/notes", ['note' => 'The blue cable.'])
        ->assertCreated()
        ->assertJsonPath('notes.0.note', 'The blue cable.');
    postJson("/api/runs/{$this->run}/notes", ['note' => ''])->assertUnprocessable();
    Schemas::hold(getJson("/api/runs/{$this->run}/record")->assertOk(), 'record');
});

it('goes on after a stop although an older run of the phone was taken in since', function () {
    postJson("/api/runs/{$this->run}/stop")->assertOk();
    $older = Run::query()
        ->findOrFail($this->run)
        ->replicate(['key']);
    $older->timestamps = false;
    $older
        ->forceFill([
            'work_job_id' => 2,
            'created_at' => now()->subDay(),
            'updated_at' => now()->subDay(),
            'status' => 'ended',
        ])
        ->save();
    postJson("/api/runs/{$this->run}/go-on")->assertOk();
    postJson("/api/runs/{$this->run}/stop")->assertOk();
    $older->forceFill(['created_at' => now()->addMinute()])->save();
    postJson("/api/runs/{$this->run}/go-on")->assertStatus(409);
});

<?php

declare(strict_types=1);

use App\Models\Run;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Queue;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tornavis\Core\Run\EventKind;

/*
 * Pages on a second device of the network.
 */

uses(DemoBench::class);

beforeEach(function () {
    config(['tornavis.access_code' => 'k7f2-9qxm']);
    $this->from = fn (string $address) => $this->withServerVariables(['REMOTE_ADDR' => $address]);
});

it('tells address and code only to its own machine', function () {
    $here = $this->getJson('/api/share')->assertOk();
    Schemas::hold($here, 'share');
    expect($here->json('code'))->toBe('k7f2-9qxm');
    ($this->from)('192.0.2.30')->get('/open/k7f2-9qxm?to=/log')->assertRedirect('/log');
    expect(($this->from)('192.0.2.30')->getJson('/api/share')->assertOk()->json())->toBe(['shared' => true, 'addresses' => [], 'code' => null]);
});

it('asks another device for the code, whatever page it wants and whatever its headers say', function (string $path) {
    ($this->from)('192.0.2.30')->withHeaders(['X-Forwarded-For' => '127.0.0.1', 'Host' => '127.0.0.1'])->get($path)->assertStatus(401)->assertDontSee('SK-04');
})->with(['/bench', '/jobs/1/run', '/api/bench', '/api/runs/1/events']);

it('lets it in with the right code only, and sends it where it wanted to go', function () {
    $there = ($this->from)('192.0.2.30');
    $there->post('/access', ['code' => 'aaaa-aaaa', 'to' => '/jobs/1/run'])->assertStatus(401)->assertSee('not the code');
    $there->post('/access', ['code' => ' K7F2-9QXM ', 'to' => '/jobs/1/run'])->assertRedirect('/jobs/1/run');
    $there->get('/jobs/1/run')->assertOk();
    // A new start has another code.
    config(['tornavis.access_code' => 'zzzz-2222']);
    $there->get('/jobs/1/run')->assertStatus(401);
});

it('sends nobody to another site', function (string $to) {
    ($this->from)('192.0.2.30')->post('/access', ['code' => 'k7f2-9qxm', 'to' => $to])->assertRedirect('/bench');
})->with(['https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example']);

it('answers a run from there, and does nothing else', function () {
    Queue::fake();
    $run = $this->postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id');
    $journal = new DatabaseJournal(Run::query()->findOrFail($run));
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Gate, 1, ['reason' => 'first write', 'word' => 'SK-04']);
    $there = ($this->from)('192.0.2.30');
    $there->get('/open/k7f2-9qxm');
    $there->getJson('/api/bench')->assertOk();
    foreach ([['post', '/api/jobs/1/run'], ['delete', '/api/units/SK-04'], ['put', '/api/shelf/folders'], ['post', '/api/uploads'], ['put', '/api/house-rules']] as [$method, $path]) {
        $there->json($method, $path)->assertStatus(403);
    }
    $there->postJson("/api/runs/{$run}/release", ['word' => 'SK-04'])->assertOk()->assertJsonPath('status', 'running');
    $there->postJson("/api/runs/{$run}/notes", ['note' => 'from the other room'])->assertCreated();
    $there->postJson("/api/runs/{$run}/stop")->assertOk()->assertJsonPath('status', 'stopped');
});

it('gives up on a device that guesses', function () {
    for ($try = 0; $try < 8; $try++) {
        ($this->from)('192.0.2.31')->post('/access', ['code' => "guess-{$try}"])->assertStatus(401);
    }
    ($this->from)('192.0.2.31')->post('/access', ['code' => 'k7f2-9qxm'])->assertStatus(429);
    ($this->from)('192.0.2.32')->post('/access', ['code' => 'k7f2-9qxm'])->assertRedirect();
});

it('lets nobody in where it is not shared, not even with an empty code', function () {
    config(['tornavis.access_code' => '']);
    ($this->from)('192.0.2.30')->post('/access', ['code' => ''])->assertStatus(401);
    $this->withServerVariables(['REMOTE_ADDR' => '127.0.0.1', 'HTTP_HOST' => '192.0.2.2:8650'])->get('http://192.0.2.2:8650/bench')->assertStatus(421);
    config(['tornavis.access_code' => 'k7f2-9qxm']);
    $this->get('http://192.0.2.2:8650/bench')->assertOk();
    $this->get('http://elsewhere.example:8650/bench')->assertStatus(421);
});

<?php

declare(strict_types=1);

use App\Models\Run;
use App\Run\DatabaseJournal;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;

use function Pest\Laravel\postJson;
use function Pest\Laravel\withCredentials;
use function Pest\Laravel\withServerVariables;
use Tests\Support\DemoBench;
use Tests\Support\Schemas;
use Tornavis\Core\Run\EventKind;

/*
 * Pages on a second device of the network.
 */

uses(DemoBench::class);

beforeEach(function () {
    config(['tornavis.access_code' => 'k7f2-9qxm']);
    /** Types the right code, and keeps the cookie that it brings. */
    $this->letIn = function (string $address, string $name = ''): void {
        $answer = ($this->from)($address)
            ->post('/access', ['code' => 'k7f2-9qxm', 'name' => $name])
            ->assertRedirect();
        withCredentials()->withUnencryptedCookie(
            'tornavis_device',
            (string) $answer->getCookie('tornavis_device', false)?->getValue(),
        );
    };
    $this->from = fn(string $address) => withServerVariables(['REMOTE_ADDR' => $address]);
});

it('tells address and code only to its own machine', function () {
    $here = getJson('/api/share')->assertOk();
    Schemas::hold($here, 'share');
    expect($here->json('code'))->toBe('k7f2-9qxm');
    ($this->from)('192.0.2.30')->get('/open/k7f2-9qxm?to=/log')->assertRedirect('/log');
    ($this->letIn)('192.0.2.30');
    expect(($this->from)('192.0.2.30')->getJson('/api/share')->assertOk()->json())->toBe([
        'shared' => true,
        'addresses' => [],
        'code' => null,
        'devices' => [],
    ]);
});

it('asks another device for the code, whatever page it wants and whatever its headers say', function (string $path) {
    ($this->from)('192.0.2.30')
        ->withHeaders(['X-Forwarded-For' => '127.0.0.1', 'Host' => '127.0.0.1'])
        ->get($path)
        ->assertStatus(401)
        ->assertDontSee('SK-04');
})->with(['/bench', '/jobs/1/run', '/api/bench', '/api/runs/1/events']);

it('lets it in with the right code only, and sends it where it wanted to go', function () {
    $there = ($this->from)('192.0.2.30');
    $there
        ->post('/access', ['code' => 'aaaa-aaaa', 'to' => '/jobs/1/run'])
        ->assertStatus(401)
        ->assertSee('not the code');
    $there->post('/access', ['code' => ' K7F2-9QXM ', 'to' => '/jobs/1/run'])->assertRedirect('/jobs/1/run');
    ($this->letIn)('192.0.2.30');
    $there->get('/jobs/1/run')->assertOk();
    // A new start has another code.
    config(['tornavis.access_code' => 'zzzz-2222']);
    $there->get('/jobs/1/run')->assertStatus(401);
});

it('sends nobody to another site', function (string $to) {
    ($this->from)('192.0.2.30')
        ->post('/access', ['code' => 'k7f2-9qxm', 'to' => $to])
        ->assertRedirect('/bench');
})->with(['https://elsewhere.example/', '//elsewhere.example', '/\\elsewhere.example']);

it('answers a run from there, and does nothing else', function () {
    Queue::fake();
    $run = postJson('/api/jobs/1/run', shown(1))->assertCreated()->json('id');
    $journal = new DatabaseJournal(Run::query()->findOrFail($run));
    $journal->append(EventKind::Started, null, ['link' => 'stand-in']);
    $journal->append(EventKind::Gate, 1, ['reason' => 'first write', 'word' => 'SK-04']);
    $there = ($this->from)('192.0.2.30');
    ($this->letIn)('192.0.2.30', 'Kitchen');
    $there->getJson('/api/bench')->assertOk();
    foreach (
        [
            ['post', '/api/jobs/1/run'],
            ['delete', '/api/units/SK-04'],
            ['put', '/api/shelf/folders'],
            ['post', '/api/uploads'],
            ['put', '/api/house-rules'],
            ['post', "/api/runs/{$run}/plan-again"],
            ['get', "/api/runs/{$run}/plan-again"],
            ['post', "/api/runs/{$run}/fault"],
            ['get', '/api/bench/archive'],
            ['get', '/api/shelf'],
            ['get', '/api/shelf/1'],
            ['get', '/api/units/SK-04'],
            ['get', '/api/house-rules'],
            ['get', "/api/runs/{$run}/run.jsonl"],
            ['get', '/api/jobs/1/plan.json'],
            ['patch', '/api/jobs/2'],
            ['delete', '/api/devices/1'],
        ]
        as [$method, $path]
    ) {
        $there->json($method, $path)->assertStatus(403);
    }
    $there
        ->postJson("/api/runs/{$run}/release", ['word' => 'SK-04'])
        ->assertOk()
        ->assertJsonPath('status', 'running');
    $there->postJson("/api/runs/{$run}/notes", ['note' => 'from the other room'])->assertCreated();
    $there
        ->postJson("/api/runs/{$run}/stop")
        ->assertOk()
        ->assertJsonPath('status', 'stopped');
    // The journal says which device it was.
    $by = array_column(
        array_map(
            static fn($event): array => ['kind' => $event->kind->value, 'by' => $event->text('by')],
            Run::query()->findOrFail($run)->events(),
        ),
        'by',
        'kind',
    );
    expect($by)->toMatchArray(['started' => '', 'released' => 'Kitchen', 'noted' => 'Kitchen', 'stopped' => 'Kitchen']);
});

it('gives up on a device that guesses', function () {
    for ($try = 0; $try < 8; $try++) {
        ($this->from)('192.0.2.31')
            ->post('/access', ['code' => "guess-{$try}"])
            ->assertStatus(401);
    }
    ($this->from)('192.0.2.31')
        ->post('/access', ['code' => 'k7f2-9qxm'])
        ->assertStatus(429);
    ($this->from)('192.0.2.32')
        ->post('/access', ['code' => 'k7f2-9qxm'])
        ->assertRedirect();
});

it('lets nobody in where it is not shared, not even with an empty code', function () {
    config(['tornavis.access_code' => '']);
    ($this->from)('192.0.2.30')
        ->post('/access', ['code' => ''])
        ->assertStatus(401);
    withServerVariables(['REMOTE_ADDR' => '127.0.0.1', 'HTTP_HOST' => '192.0.2.2:8650'])
        ->get('http://192.0.2.2:8650/bench')
        ->assertStatus(421);
    config(['tornavis.access_code' => 'k7f2-9qxm']);
    get('http://192.0.2.2:8650/bench')->assertOk();
    get('http://elsewhere.example:8650/bench')->assertStatus(421);
});

it('lists the devices that were let in, and sends one away', function () {
    ($this->letIn)('192.0.2.30', 'Kitchen <b>');
    ($this->from)('192.0.2.30')->getJson('/api/bench')->assertOk();
    $here = ($this->from)('127.0.0.1')->getJson('/api/share')->assertOk();
    Schemas::hold($here, 'share');
    expect($here->json('devices.0'))->toMatchArray(['name' => 'Kitchen b', 'address' => '192.0.2.30']);
    ($this->from)('127.0.0.1')
        ->deleteJson("/api/devices/{$here->json('devices.0.id')}")
        ->assertOk();
    ($this->from)('192.0.2.30')->getJson('/api/bench')->assertStatus(401);
});

it('gives a stranger no session, keeps no large body of his, and leaves no code in the address', function () {
    $answer = ($this->from)('192.0.2.30')->get('/bench')->assertStatus(401);
    expect($answer->headers->getCookies())->toBe([]);
    ($this->from)('192.0.2.30')
        ->post('/access', ['code' => 'wrong'])
        ->assertStatus(401);
    call(
        'POST',
        '/access',
        server: ['REMOTE_ADDR' => '192.0.2.30', 'CONTENT_LENGTH' => (string) (1 << 20)],
    )->assertStatus(413);
    ($this->from)('192.0.2.30')->get('/open/k7f2-9qxm?to=/log')->assertRedirect('/log');
});

it('gives up on many devices that guess together', function () {
    for ($try = 0; $try < 30; $try++) {
        ($this->from)("192.0.2.{$try}")
            ->post('/access', ['code' => "guess-{$try}"])
            ->assertStatus(401);
    }
    ($this->from)('192.0.2.99')
        ->post('/access', ['code' => 'k7f2-9qxm'])
        ->assertStatus(429);
});

it('takes no request that was passed on for its own, unless a setting names who passes it on', function (
    array $headers,
) {
    ($this->from)('127.0.0.1')->withHeaders($headers)->getJson('/api/bench')->assertStatus(401);
    config(['tornavis.proxies' => ['127.0.0.1']]);
    ($this->from)('127.0.0.1')
        ->withHeaders(['X-Forwarded-For' => '192.0.2.30'])
        ->getJson('/api/bench')
        ->assertStatus(401);
    ($this->from)('127.0.0.1')
        ->withHeaders(['X-Forwarded-For' => '192.0.2.30, 127.0.0.1'])
        ->getJson('/api/bench')
        ->assertOk();
})->with([
    [['X-Forwarded-For' => '127.0.0.1']],
    [['Forwarded' => 'for=127.0.0.1']],
    [['X-Real-IP' => '127.0.0.1']],
    [['Via' => '1.1 somebody']],
]);

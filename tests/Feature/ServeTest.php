<?php

declare(strict_types=1);

use App\Data\RevisionCache;
use App\Data\WorkLock;
use App\Jobs\AdvanceRun;
use App\Jobs\Recovery\LostJobs;
use App\Models\Run;
use App\Run\StandInLink;
use App\Serve\Health;
use App\Serve\Heartbeat;
use App\Serve\OwnerLock;
use App\Serve\Part;
use App\Shelf\Folder;
use App\Shelf\Scratch;
use App\Shelf\ShelfLock;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\withServerVariables;
use Symfony\Component\Process\Process;

use Tests\Support\DemoBench;
use Tests\Support\Ports;
use Tornavis\Core\Run\LinkLost;

/*
 * What keeps the program up: parts that are replaced, locks that go with their process, and words for what does not
 * work.
 */

uses(DemoBench::class);

/** A PHP process that runs some code, and its number once it says so. */
function phpThat(string $code): Process
{
    $process = new Process([PHP_BINARY, '-r', "{$code} echo 'here'; sleep(60);"], null, null, null, null);
    $process->start();
    $process->waitUntil(static fn(string $type, string $text): bool => str_contains($text, 'here'));

    return $process;
}

function waitFor(callable $condition): bool
{
    for ($tenths = 0; $tenths < 100; $tenths++) {
        if ($condition()) {
            return true;
        }
        usleep(100_000);
    }

    return false;
}

it('starts a part again that has ended, sooner the first time than the next, and keeps what it says', function () {
    $part = new Part('once', [PHP_BINARY, '-r', 'echo "I was here\n"; exit(3);'], base_path(), []);
    $now = 100.0;
    expect($part->tend($now))->toBeFalse()->and(waitFor(fn(): bool => !$part->isUp()))->toBeTrue();
    $part->tend($now += 1);
    expect($part->tend($now + 0.1))
        ->toBeFalse()
        ->and($part->tend($now + 0.3))
        ->toBeTrue()
        ->and($part->restarts)
        ->toBe(1);
    waitFor(fn(): bool => !$part->isUp());
    $part->tend($now += 2);
    expect($part->tend($now + 0.3))->toBeFalse()->and($part->tend($now + 0.6))->toBeTrue();
    $part->finish(0);
    expect(
        substr_count((string) file_get_contents(storage_path('logs/once.log')), 'I was here'),
    )->toBeGreaterThanOrEqual(2);
});

it('replaces a part that has lost one of the processes that it started itself', function () {
    $forks = 'for ($i = 0; $i < 2; $i++) { if (pcntl_fork() === 0) { sleep(60);exit; } } sleep(60);';
    $part = new Part('forks', [PHP_BINARY, '-r', $forks], base_path(), [], 2);
    $part->tend(100.0);
    $ids = [];
    expect(
        waitFor(function () use (&$ids): bool {
            $ids = [];
            exec('pgrep -f ' . escapeshellarg('=== 0. . sleep.60.;exit'), $ids);
            $ids = array_filter(
                $ids,
                static fn(string $id): bool => str_starts_with(
                    (string) @file_get_contents("/proc/{$id}/cmdline"),
                    PHP_BINARY,
                ),
            );

            return count($ids) === 3;
        }),
    )
        ->toBeTrue()
        ->and($part->tend(103.0))
        ->toBeFalse();
    posix_kill((int) max($ids), SIGKILL);
    expect(waitFor(fn(): bool => $part->tend(104.0) || $part->tend(110.0)))->toBeTrue();
    $part->finish(0);
});

it('ends a part with all that it started when its supervisor is killed', function () {
    $code =
        'require "' .
        base_path('vendor/autoload.php') .
        '"; $app = require "' .
        base_path('bootstrap/app.php') .
        '"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $part = new ' .
        'App\Serve\Part("orphan", [PHP_BINARY, "-r", "if (pcntl_fork() === 0) { sleep(77); } sleep(77);"], "/", ' .
        '[]); $part->tend(1.0); usleep(400000);';
    $supervisor = phpThat($code);
    $left = static function (): array {
        exec('pgrep -f ' . escapeshellarg('sleep\(77\)'), $ids);

        return array_filter(
            $ids,
            static fn(string $id): bool => !str_contains(
                (string) @file_get_contents("/proc/{$id}/cmdline"),
                'App\\Serve',
            ) &&
                is_file("/proc/{$id}/stat") &&
                !str_contains((string) @file_get_contents("/proc/{$id}/stat"), ') Z'),
        );
    };
    expect(waitFor(fn(): bool => count($left()) >= 2))->toBeTrue();
    posix_kill((int) $supervisor->getPid(), SIGKILL);
    expect(waitFor(fn(): bool => $left() === []))->toBeTrue();
});

it('moves a log that has grown too large out of the way, and keeps three', function () {
    $log = storage_path('logs/talker.log');
    $part = new Part('talker', ['true'], base_path(), []);
    foreach (range(1, 5) as $n) {
        file_put_contents($log, str_repeat((string) $n, 5 << 20));
        $part->rotate();
    }
    clearstatcache();
    expect(filesize($log))
        ->toBe(0)
        ->and(glob("{$log}.*"))
        ->toHaveCount(3)
        ->and(file_get_contents("{$log}.1", false, null, 0, 1))
        ->toBe('5');
});

it('lets one own the data, says who it is, and frees it with its end', function () {
    $first = OwnerLock::take('http://127.0.0.1:1');
    expect($first)
        ->not->toBeNull()
        ->and(OwnerLock::isHeld())
        ->toBeTrue()
        ->and(OwnerLock::holder()['pid'] ?? 0)
        ->toBe(getmypid())
        ->and(OwnerLock::take('http://127.0.0.1:2'))
        ->toBeNull();
    $first?->release();
    $other = phpThat(
        '$f = fopen(' . var_export(storage_path('framework/owner.lock'), true) . ', "c+"); flock($f, LOCK_EX);',
    );
    expect(OwnerLock::take('x'))->toBeNull();
    $other->stop(0, SIGKILL);
    expect(OwnerLock::take('x'))->not->toBeNull();
});

it('lets one take in the folders at a time', function () {
    $order = [];
    $other = phpThat(
        '$f = fopen(' .
            var_export(storage_path('framework/shelf.lock'), true) .
            ', "c"); flock($f, LOCK_EX); $t = microtime(true);',
    );
    $killer = new Process(['sh', '-c', "sleep 0.6; kill -9 {$other->getPid()}"]);
    $killer->start();
    $began = microtime(true);
    ShelfLock::alone(function () use (&$order): void {
        $order[] = 'in';
    });
    expect($order)
        ->toBe(['in'])
        ->and(microtime(true) - $began)
        ->toBeGreaterThan(0.4);
    $killer->wait();
});

it('says what does not work, in words for a person', function () {
    expect(Health::problems()[0])->toContain('Tornavis itself does not run, only its pages');
    $owner = OwnerLock::take('http://127.0.0.1:1');
    expect(Health::problems())->toBe([]);
    Heartbeat::say('supervisor', [
        'pid' => 1,
        'doing' => 'ready',
        'parts' => ['runs-1' => ['up' => false, 'restarts' => 1], 'web' => ['up' => true, 'restarts' => 0]],
    ]);
    Heartbeat::say('watch', ['phonesAtWork' => 0, 'folders' => ['The folder /x cannot be read.'], 'waiting' => []]);
    expect(Health::problems())->toBe([
        'A worker for runs is away. It is started again; runs go on by themselves.',
        'The folder /x cannot be read.',
    ]);
    getJson('/api/health')->assertOk()->assertJsonPath('problems.1', 'The folder /x cannot be read.');
    getJson('/up')->assertStatus(503);
    // Another device learns that something is wrong, and not what lies where.
    withServerVariables(['REMOTE_ADDR' => '192.0.2.9'])
        ->getJson('/up')
        ->assertStatus(503)
        ->assertExactJson(['up' => false]);
    touch(storage_path('framework/supervisor.json'));
    file_put_contents(
        storage_path('framework/supervisor.json'),
        json_encode(['at' => time() - 60, 'doing' => 'ready', 'parts' => []]),
    );
    expect(Health::problems()[0])->toContain('does not answer');
    Heartbeat::forget('supervisor');
    Heartbeat::forget('watch');
    $owner?->release();
    foreach (
        [
            'database is locked' => 'waits for another program',
            'database or disk is full' => 'disk is full',
            'attempt to write a readonly database' => 'cannot be written',
            'file is not a database' => 'damaged',
            'no such table: runs' => 'is not there',
        ]
        as $says => $words
    ) {
        expect(Health::words(new RuntimeException($says)))->toContain($words);
    }
});

it(
    'names a folder that is not there or cannot be read, and takes the files of one that is too full in part',
    function () {
        $folder = storage_path('many');
        mkdir($folder);
        expect(Folder::at("{$folder}/none")->problem)
            ->toContain('is not there')
            ->and(Folder::at($folder)->problem)
            ->toBeNull();
        for ($i = 0; $i < 5003; $i++) {
            touch("{$folder}/{$i}.zip");
        }
        $full = Folder::at($folder);
        expect($full->problem)->toContain('more than 5000 files')->and($full->files)->toHaveCount(5000);
    },
);

it('takes up work that a lost worker had in hand, and none that is in hand', function () {
    config(['queue.default' => 'database']);
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    $row = DB::table('jobs')->sole();
    $lock = WorkLock::take('work-' . json_decode($row->payload, true)['uuid']);
    DB::table('jobs')->update(['reserved_at' => time() - 60, 'attempts' => 1]);
    expect(LostJobs::takeUp())->toBe(0);
    $lock?->release();
    expect(LostJobs::takeUp())
        ->toBe(1)
        ->and(DB::table('jobs')->sole()->reserved_at)
        ->toBeNull();
    // A clock that was set back an hour left it far ahead.
    DB::table('jobs')->update(['available_at' => time() + 3600]);
    LostJobs::takeUp();
    expect((int) DB::table('jobs')->sole()->available_at)->toBeLessThanOrEqual(time());
    // A run whose work is gone altogether gets some, but not while somebody is at it.
    DB::table('jobs')->delete();
    $run = WorkLock::take(AdvanceRun::lock($id));
    expect(LostJobs::takeUp())->toBe(0);
    $run?->release();
    expect(LostJobs::takeUp())
        ->toBe(1)
        ->and(AdvanceRun::waits($id))
        ->toBeTrue()
        ->and(AdvanceRun::waits($id + 1))
        ->toBeFalse();
});

it('advances a run in one worker at a time', function () {
    Queue::fake();
    $id = postJson('/api/jobs/1/run', shown(1))->json('id');
    $lock = WorkLock::take(AdvanceRun::lock($id));
    (new AdvanceRun($id))->handle(app(StandInLink::class));
    expect(Run::query()->findOrFail($id)->events())->toBe([]);
    Queue::assertPushed(AdvanceRun::class, 2);
    $lock?->release();
    (new AdvanceRun($id))->handle(app(StandInLink::class));
    expect(Run::query()->findOrFail($id)->events())->not->toBe([]);
});

it('asks whoever connects to the stand-in for the secret of the start', function () {
    $port = Ports::free();
    file_put_contents(storage_path('framework/stand-in.secret'), 'of this start');
    $process = new Process([PHP_BINARY, base_path('artisan'), 'tornavis:stand-in', "--port={$port}"], null, [
        'TORNAVIS_DATA' => storage_path(),
        'TORNAVIS_PHONES' => config()->string('tornavis.phones'),
    ]);
    $process->start();
    $process->waitUntil(static fn(string $type, string $text): bool => str_contains($text, 'listens'));
    expect((new StandInLink($port, 'of this start'))->serials())
        ->not->toBe([])
        ->and((new StandInLink($port, 'guessed'))->serials())
        ->toBe([])
        ->and(fn() => (new StandInLink($port))->to('SKF3A07Q41')->observe())
        ->toThrow(LinkLost::class);
    $process->stop(2);
    unlink(storage_path('framework/stand-in.secret'));
});

it('takes away images that nobody holds and that were cut off, and keeps the others', function () {
    [$held, $lock] = Scratch::begin('image-1');
    [$cut, $gone] = Scratch::begin('image-2');
    [$done, $kept] = Scratch::begin('image-3');
    array_map(touch(...), ["{$held}.part", "{$cut}.part", $done]);
    $gone->release();
    $kept->release();
    Scratch::tidy();
    expect(is_file("{$held}.part"))
        ->toBeTrue()
        ->and(is_file("{$cut}.part"))
        ->toBeFalse()
        ->and(is_file($done))
        ->toBeTrue();
    touch($done, time() - 4000);
    Scratch::tidy();
    expect(is_file($done))->toBeFalse();
    $lock->release();
});

it('keeps what was computed for its ground alone, and takes away what is over', function () {
    config(['cache.default' => 'file']);
    RevisionCache::keep('things', 'one', ['a' => [1]]);
    expect(RevisionCache::all('things', 'one'))
        ->toBe(['a' => [1]])
        ->and(RevisionCache::all('things', 'two'))
        ->toBe([]);
    Cache::put('over', 'x', 1);
    Cache::put('on', 'y', 100);
    $count = static fn(): int => count(glob(storage_path('framework/cache/data/*/*/*')) ?: []);
    $before = $count();
    sleep(2);
    RevisionCache::prune();
    expect($count())
        ->toBe($before - 1)
        ->and(Cache::get('on'))
        ->toBe('y');
});

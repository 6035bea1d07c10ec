<?php

declare(strict_types=1);

use App\Shelf\IsolatedReader;
use App\Shelf\Sandbox;
use App\Shelf\Scratch;
use function Pest\Laravel\getJson;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;
use Tests\Support\TestRun;

use Tornavis\Core\Package\Package;

beforeEach(function () {
    $this->folder = TestRun::own() . '/sandbox-' . bin2hex(random_bytes(4));
    mkdir("{$this->folder}/shelf", 0o700, true);
    mkdir("{$this->folder}/other");
    mkdir("{$this->folder}/program");
    file_put_contents("{$this->folder}/shelf/a.zip", 'of the file');
    file_put_contents("{$this->folder}/other/secret", 'of somebody else');
    // Stands in the place of a reader that a file has taken over, and tries what it can.
    file_put_contents(
        "{$this->folder}/program/try.php",
        <<<'PHP'
        <?php
        while (($line = fgets(STDIN)) !== false) {
            $asked = json_decode($line, true);
            $port = (int) file_get_contents(dirname($asked['path']) . '/port');
            echo json_encode(['result' => [
                'reads' => (string) @file_get_contents($asked['path']),
                'spies' => (string) @file_get_contents(dirname($asked['path'], 2) . '/other/secret'),
                'homes' => is_dir('/root') || is_dir('/home') ? 'yes' : '',
                'passwords' => is_file('/etc/passwd') ? 'yes' : '',
                'writes' => @file_put_contents(dirname($asked['path']) . '/left', 'x') === 1 ? 'yes' : '',
                'calls' => @stream_socket_client("tcp://127.0.0.1:{$port}", $no, $why, 1) === false ? '' : 'yes',
                'scratch' => @file_put_contents(sys_get_temp_dir() . '/try', 'x') === 1 ? 'yes' : '',
                'others' => count(glob('/proc/[0-9]*') ?: []) > 5 ? 'yes' : '',
                'powers' => str_contains(file_get_contents('/proc/self/status'), "NoNewPrivs:\t1") ? '' : 'yes',
            ]]) . "\n";
        }
        PHP
        ,
    );
    $this->server = stream_socket_server('tcp://127.0.0.1:0');
    file_put_contents(
        "{$this->folder}/shelf/port",
        substr((string) strrchr(stream_socket_get_name($this->server, false), ':'), 1),
    );
    $this->tries = fn(): array => (new IsolatedReader("{$this->folder}/program/try.php"))->sums(
        Package::withProblem("{$this->folder}/shelf/a.zip", 11, ''),
        static fn(): null => null,
    );
});

it('shuts what reads a file off from everything but the file and a folder for a while', function () {
    $can = ($this->tries)();
    expect($can['reads'])->toBe('of the file')->and($can['scratch'])->toBe('yes');
    $shut = array_diff_key($can, ['reads' => 1, 'scratch' => 1]);
    match (Sandbox::here()) {
        Sandbox::Shut => expect(array_filter($shut))->toBe([]),
        Sandbox::Half => expect([$can['calls'], $can['powers']])->toBe(['', '']),
        Sandbox::Open => expect(Sandbox::here()->note())->toContain('not shut off'),
    };
    expect(is_file("{$this->folder}/shelf/left"))->toBe($can['writes'] === 'yes');
    @unlink(Scratch::folder() . '/try');
});

it('has what it takes installed where the set-up ran as root', function () {
    expect(posix_geteuid() !== 0 || (new ExecutableFinder())->find('bwrap') !== null)->toBeTrue();
});

it('says in its health how far it is shut, and what would shut it further', function () {
    expect(getJson('/api/health')->json('notes'))->toBe(array_values(array_filter([Sandbox::here()->note()])));
    expect(getJson('/up')->json('sandbox'))->toBe(Sandbox::here()->value);
    expect(Sandbox::Shut->note())->toBeNull()->and(Sandbox::Half->note())->toContain('bubblewrap');
});

it('lets a reader see another folder when it is asked about one, and not before', function () {
    $reader = new IsolatedReader();
    copy(Tests\Support\World::path('wicket-4.1-bowline.img'), "{$this->folder}/shelf/one.img");
    copy(Tests\Support\World::path('wicket-4.1-bowline.img'), "{$this->folder}/other/two.img");
    expect($reader->describe("{$this->folder}/shelf/one.img")->container)->not->toBeNull();
    expect($reader->describe("{$this->folder}/other/two.img")->container)->not->toBeNull();
    // By a link to a file, by a link to a folder, and from where somebody stands.
    symlink("{$this->folder}/other/two.img", "{$this->folder}/shelf/three.img");
    symlink("{$this->folder}/other", "{$this->folder}/four");
    expect($reader->describe("{$this->folder}/shelf/three.img")->container)->not->toBeNull();
    expect($reader->describe("{$this->folder}/four/two.img")->container)->not->toBeNull();
    $stood = getcwd();
    chdir($this->folder);
    expect((new IsolatedReader())->describe('other/two.img')->container)->not->toBeNull();
    chdir($stood);
    expect($reader->lost())->toBe(0);
});

it('ends what reads with the one that asked', function () {
    $code = <<<'PHP'
    require 'vendor/autoload.php';
    $app = require 'bootstrap/app.php';
    $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
    $reader = new App\Shelf\IsolatedReader();
    $reader->describe($argv[1]);
    echo "read\n";
    sleep(60);
    PHP;
    $asks = new Process([PHP_BINARY, '-r', $code, "{$this->folder}/shelf/a.zip"], base_path());
    $asks->start();
    $asks->waitUntil(static fn(string $type, string $said): bool => str_contains($said, 'read'));
    exec("pgrep -P {$asks->getPid()}", $children);
    expect($children)->not->toBe([]);
    posix_kill((int) $asks->getPid(), SIGKILL);
    // A process that has ended may wait there for somebody to look at its end.
    $lives = static fn(string $id): bool => preg_match(
        '/\) [^ZX] /',
        (string) @file_get_contents("/proc/{$id}/stat"),
    ) === 1;
    $end = microtime(true) + 10;
    while (array_filter($children, $lives) !== [] && microtime(true) < $end) {
        usleep(50_000);
    }
    expect(array_filter($children, $lives))->toBe([]);
});

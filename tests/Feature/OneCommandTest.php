<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;
use Tests\Support\World;

/** Runs the one command as a person does, from another folder. */
function tornavis(array $words, array $env = []): Process
{
    $process = new Process([base_path('tornavis'), ...$words], sys_get_temp_dir(), $env);
    $process->setTimeout(120);
    $process->run();

    return $process;
}

it('lists its commands', function () {
    expect(tornavis([])->getOutput())->toContain('./tornavis demo')->toContain('./tornavis validate FILE');
});

it('says that a command does not exist, with the code for wrong usage', function () {
    $process = tornavis(['launch']);

    expect($process->getExitCode())
        ->toBe(64)
        ->and($process->getErrorOutput())
        ->toContain('there is no command "launch"');
});

it('says what is there and what is missing', function () {
    $process = tornavis(['doctor']);

    expect($process->getOutput())
        ->toContain('PHP extension pdo_sqlite')
        ->toContain('Chromium, for the tests')
        ->and($process->getExitCode())
        ->toBe(0);
});

/**
 * A folder with links to nothing but these programs, to stand for a machine that lacks the others.
 *
 * @param  list<string>  $programs
 */
function machineWith(array $programs): string
{
    $bare = sys_get_temp_dir() . '/bare-' . bin2hex(random_bytes(3));
    mkdir($bare);
    foreach (
        [
            'bash',
            'env',
            'dirname',
            'readlink',
            'tr',
            'grep',
            'cat',
            'sort',
            'id',
            'uname',
            'stat',
            'mkdir',
            ...$programs,
        ]
        as $program
    ) {
        symlink(trim((string) shell_exec("command -v {$program}")), "{$bare}/{$program}");
    }

    return $bare;
}

it('says how to get what is missing', function () {
    $process = tornavis(['doctor'], ['PATH' => machineWith(['php', 'composer'])]);

    expect($process->getExitCode())
        ->toBe(1)
        ->and($process->getOutput())
        ->toContain('missing  Chromium, for the tests: apt-get install chromium')
        ->toContain('ok       Composer');
});

it('names in one line what root has to install, where nobody here may', function () {
    $machine = machineWith(['apt-get']);
    unlink("{$machine}/id");
    file_put_contents("{$machine}/id", "#!/bin/sh\necho 1000\n");
    chmod("{$machine}/id", 0o755);
    $process = new Process(
        ['bash', '-c', '. setup/common.sh; . setup/system.sh; . setup/pages.sh; install_packages pages'],
        base_path(),
        ['PATH' => $machine],
    );
    $process->run();

    expect($process->getExitCode())
        ->toBe(1)
        ->and(trim($process->getErrorOutput()))
        ->toMatch('/^tornavis: .* As root, run: apt-get update && apt-get install -y .*composer .*npm .*php-cli .*$/')
        ->and(substr_count(trim($process->getErrorOutput()), "\n"))
        ->toBe(0);
});

it('says on another system what it needs', function () {
    $process = new Process(
        ['bash', '-c', '. setup/common.sh; . setup/system.sh; . setup/pages.sh; install_packages pages'],
        base_path(),
        ['PATH' => machineWith([])],
    );
    $process->run();

    expect($process->getExitCode())
        ->toBe(1)
        ->and($process->getErrorOutput())
        ->toContain('own package manager')
        ->toContain('php-cli');
});

it('takes a Node that the pages can be built with, and no other', function (string $version, bool $new) {
    // A program that answers as a Node of this version would.
    $node = sys_get_temp_dir() . '/node-' . bin2hex(random_bytes(3));
    file_put_contents(
        $node,
        "#!/bin/sh\nexec node -e \"Object.defineProperty(process.versions, 'node', {value: '{$version}'}); \$2\"\n",
    );
    chmod($node, 0o755);
    $process = new Process(
        ['bash', '-c', '. setup/common.sh; . setup/pages.sh; node_is_new_enough "$1"', 'bash', $node],
        base_path(),
    );
    $process->run();

    expect($process->getExitCode())->toBe($new ? 0 : 1, $process->getErrorOutput());
})->with([
    ['18.20.4', false],
    ['20.18.9', false],
    ['20.19.0', true],
    ['21.7.0', false],
    ['22.11.0', false],
    ['22.12.0', true],
    ['24.0.0', true],
]);

it('refuses PHP packages that are not those of the pins, and says which', function () {
    $folder = sys_get_temp_dir() . '/pins-' . bin2hex(random_bytes(3));
    mkdir($folder);
    copy(base_path('vendor/composer/installed.json'), "{$folder}/installed.json");
    $pins = static function (string $what) use ($folder): Process {
        $process = new Process([
            PHP_BINARY,
            base_path('setup/pins.php'),
            $what,
            "{$folder}/composer.pins",
            "{$folder}/installed.json",
        ]);
        $process->run();

        return $process;
    };
    $pins('write');
    expect(file_get_contents("{$folder}/composer.pins"))
        ->toBe(file_get_contents(base_path('composer.pins')))
        ->and($pins('check')->getExitCode())
        ->toBe(0)
        ->and($pins('arguments')->getOutput())
        ->toContain('--with=brick/math:');

    $changed = [
        'brick/math 0.14.0' => 'brick/math 0.13.9',
        'psr/log 3.0.2' => '# psr/log',
        'voku/portable-ascii 2.1.1' => "voku/portable-ascii 2.1.1\nvoku/strange 1.0.0",
    ];
    file_put_contents(
        "{$folder}/composer.pins",
        strtr((string) file_get_contents("{$folder}/composer.pins"), $changed),
    );
    $check = $pins('check');
    expect($check->getExitCode())
        ->toBe(1)
        ->and($check->getErrorOutput())
        ->toContain('brick/math is pinned at 0.13.9, and 0.14.0 is installed')
        ->toContain('psr/log 3.0.2 is installed and not pinned')
        ->toContain('voku/strange 1.0.0 is pinned and not installed');

    file_put_contents("{$folder}/composer.pins", "brick/math newest\n");
    expect($pins('check')->getExitCode())
        ->toBe(1)
        ->and($pins('check')->getErrorOutput())
        ->toContain('line 1: "brick/math newest"');
});

it('keeps its data where it is told to, and closed to everybody else', function () {
    $data = sys_get_temp_dir() . '/data of mine';
    $process = new Process([PHP_BINARY, base_path('artisan'), 'migrate', '--force'], null, [
        'TORNAVIS_DATA' => $data,
        'APP_ENV' => 'production',
    ]);
    is_dir("{$data}/tornavis") || mkdir("{$data}/tornavis", 0o755, true);
    chmod($data, 0o755);
    touch("{$data}/tornavis/tornavis.sqlite");
    $process->mustRun();
    $key = file_get_contents("{$data}/.env");
    $process->mustRun();
    clearstatcache();

    expect(fileperms($data) & 0o777)
        ->toBe(0o700)
        ->and(fileperms("{$data}/.env") & 0o777)
        ->toBe(0o600)
        ->and(fileperms("{$data}/logs") & 0o777)
        ->toBe(0o700)
        ->and(filesize("{$data}/tornavis/tornavis.sqlite"))
        ->toBeGreaterThan(10_000)
        ->and($key)
        ->toMatch('#^APP_KEY=base64:[A-Za-z0-9+/]{43}=$#m')
        ->and(file_get_contents("{$data}/.env"))
        ->toBe($key);
});

it('takes paths from where it was called', function () {
    copy(World::path('wicket-4.1-bowline.img'), sys_get_temp_dir() . '/from-here.img');
    $process = tornavis(['inspect', 'from-here.img']);

    expect($process->getExitCode())
        ->toBe(0, $process->getOutput())
        ->and($process->getOutput())
        ->toContain('vendor boot image');
});

it('passes the exit codes of the commands on', function () {
    $demo = base_path('demo');
    $words = [
        "--model={$demo}/models/bowline.json",
        "--unit={$demo}/units/SK-04.json",
        '--package=' . World::path(World::SALTERN[0]),
    ];

    expect(tornavis(['plan', ...$words])->getExitCode())
        ->toBe(2)
        ->and(tornavis(['plan', '--surprise'])->getExitCode())
        ->toBe(64)
        ->and(tornavis(['validate', "{$demo}/units/SK-04.json"])->getExitCode())
        ->toBe(0)
        ->and(tornavis(['validate', '/nowhere.json'])->getExitCode())
        ->toBe(65);
});

it('says which port is taken', function () {
    $taken = stream_socket_server('tcp://127.0.0.1:0');
    $port = (string) preg_replace('/.*:/', '', (string) stream_socket_get_name($taken, false));
    $process = new Process([PHP_BINARY, base_path('artisan'), 'tornavis:serve', "--port={$port}"], null, [
        'DB_DATABASE' => sys_get_temp_dir() . '/never.sqlite',
        'TORNAVIS_DATA' => storage_path(),
    ]);
    $process->run();
    fclose($taken);

    expect($process->getExitCode())
        ->toBe(1)
        ->and($process->getOutput())
        ->toContain("Port {$port} is taken by another program")
        ->and(is_file(sys_get_temp_dir() . '/never.sqlite'))
        ->toBeFalse();
});

it('says what to do where it may not write', function () {
    $process = new Process([PHP_BINARY, base_path('artisan'), 'tornavis:serve', '--port=0', '--standin-port=0'], null, [
        'DB_DATABASE' => '/proc/never/t.sqlite',
        'TORNAVIS_DATA' => storage_path(),
        'APP_ENV' => 'production',
    ]);
    $process->run();

    expect($process->getExitCode())
        ->not->toBe(0)
        ->and($process->getOutput() . $process->getErrorOutput())
        ->toContain('/proc/never')
        ->toContain('write permission');
});

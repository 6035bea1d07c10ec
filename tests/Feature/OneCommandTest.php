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

    expect($process->getExitCode())->toBe(64)->and($process->getErrorOutput())->toContain('there is no command "launch"');
});

it('says what is there and what is missing', function () {
    $process = tornavis(['doctor']);

    expect($process->getOutput())->toContain('PHP extension pdo_sqlite')->toContain('Chromium, for the tests')
        ->and($process->getExitCode())->toBe(0);
});

it('says how to get what is missing', function () {
    // A path without browser and Node stands for a machine that lacks them.
    $bare = sys_get_temp_dir().'/bare-'.getmypid();
    is_dir($bare) || mkdir($bare);
    foreach (['bash', 'env', 'dirname', 'readlink', 'php', 'tr', 'grep', 'cat', 'composer'] as $tool) {
        $path = trim((string) shell_exec("command -v {$tool}"));
        is_link("{$bare}/{$tool}") || symlink($path, "{$bare}/{$tool}");
    }
    $process = tornavis(['doctor'], ['PATH' => $bare]);

    expect($process->getExitCode())->toBe(1)
        ->and($process->getOutput())->toContain('missing  Chromium, for the tests: apt-get install chromium')
        ->toContain('missing  Node 20.19 or newer')
        ->toContain('ok       Composer');
});

it('takes paths from where it was called', function () {
    copy(World::path('wicket-4.1-bowline.img'), sys_get_temp_dir().'/from-here.img');
    $process = tornavis(['inspect', 'from-here.img']);

    expect($process->getExitCode())->toBe(0, $process->getOutput())->and($process->getOutput())->toContain('vendor boot image');
});

it('passes the exit codes of the commands on', function () {
    $demo = base_path('demo');
    $words = ["--model={$demo}/models/bowline.json", "--unit={$demo}/units/SK-04.json", '--package='.World::path(World::SALTERN[0])];

    expect(tornavis(['plan', ...$words])->getExitCode())->toBe(2)
        ->and(tornavis(['plan', '--surprise'])->getExitCode())->toBe(64)
        ->and(tornavis(['validate', "{$demo}/units/SK-04.json"])->getExitCode())->toBe(0)
        ->and(tornavis(['validate', '/nowhere.json'])->getExitCode())->toBe(65);
});

it('says which port is in use, and how to take another', function () {
    $taken = stream_socket_server('tcp://127.0.0.1:0');
    $port = (string) preg_replace('/.*:/', '', (string) stream_socket_get_name($taken, false));
    $process = new Process([PHP_BINARY, base_path('artisan'), 'tornavis:serve', "--port={$port}"], null, ['DB_DATABASE' => sys_get_temp_dir().'/never.sqlite']);
    $process->run();
    fclose($taken);

    expect($process->getExitCode())->toBe(1)->and($process->getOutput())->toContain("Port {$port} is in use")->toContain('--port')
        ->and(is_file(sys_get_temp_dir().'/never.sqlite'))->toBeFalse();
});

it('says what to do where it may not write', function () {
    $process = new Process([PHP_BINARY, base_path('artisan'), 'tornavis:serve', '--port=0', '--standin-port=0'], null, ['DB_DATABASE' => '/proc/never/t.sqlite', 'APP_ENV' => 'production']);
    $process->run();

    expect($process->getExitCode())->not->toBe(0)
        ->and($process->getOutput().$process->getErrorOutput())->toContain('/proc/never')->toContain('write permission');
});

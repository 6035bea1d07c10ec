<?php

declare(strict_types=1);

namespace App\Shelf;

use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * How far the process that reads files is shut off from the rest of the machine: as far as this system lets it be.
 *
 * Shut: no network, no other process, no new privileges, and of the files only the program, the system's own libraries,
 * the folder of the file that is read, and a scratch folder. Half: no network and no new privileges. Open: limits on
 * memory, time and processes alone.
 */
enum Sandbox: string
{
    case Shut = 'shut';
    case Half = 'half';
    case Open = 'open';

    /** What a program of the system needs to run, and nothing that is about this machine or its people. */
    private const SYSTEM = [
        '/usr',
        '/bin',
        '/sbin',
        '/lib',
        '/lib32',
        '/lib64',
        '/etc/alternatives',
        '/etc/ld.so.cache',
        '/etc/localtime',
        '/etc/php',
    ];

    /** Of the program: what the readers are made of. */
    private const PROGRAM = ['core', 'vendor', 'docs/formats'];

    public static function here(): self
    {
        static $here = null;

        return $here ??= match (true) {
            self::works(self::shut(['/tmp'], [])) => self::Shut,
            self::works(self::half()) => self::Half,
            default => self::Open,
        };
    }

    /**
     * @param  list<string>  $readable  folders
     * @param  list<string>  $writable  folders; into the last of them goes what is needed for a while
     * @return list<string> what a command line has to begin with
     */
    public function around(array $readable, array $writable): array
    {
        return match ($this) {
            self::Shut => self::shut($readable, $writable),
            self::Half => self::half(),
            self::Open => [],
        };
    }

    /** What it means, in a sentence; null where nothing is left to be wished for. */
    public function note(): ?string
    {
        return match ($this) {
            self::Shut => null,
            self::Half => 'Files are read apart, without the network, but not shut off from other files. ' .
                'As root, run: apt-get install bubblewrap',
            self::Open => 'Files are read apart, with limits, but not shut off from the network and other files. ' .
                'As root, run: apt-get install bubblewrap',
        };
    }

    /**
     * @param  list<string>  $readable
     * @param  list<string>  $writable
     * @return list<string>
     */
    private static function shut(array $readable, array $writable): array
    {
        $words = ['bwrap', '--die-with-parent', '--new-session', ...self::apart()];
        array_push($words, '--proc', '/proc', '--dev', '/dev', '--tmpfs', '/tmp');
        $program = array_map(base_path(...), self::PROGRAM);
        foreach ([...self::SYSTEM, dirname(PHP_BINARY), ...$program, ...$readable] as $path) {
            array_push($words, '--ro-bind-try', $path, $path);
        }
        foreach ($writable as $path) {
            array_push($words, '--bind', $path, $path, '--setenv', 'TMPDIR', $path);
        }

        return [...$words, '--'];
    }

    /**
     * Without the superuser a namespace of users is what makes the others possible. The superuser has no need of one,
     * and in it could not read files of others; of its powers only that is left.
     *
     * @return list<string>
     */
    private static function apart(): array
    {
        return posix_geteuid() === 0
            ? [
                '--unshare-ipc',
                '--unshare-pid',
                '--unshare-net',
                '--unshare-uts',
                '--unshare-cgroup-try',
                '--cap-drop',
                'ALL',
                '--cap-add',
                'CAP_DAC_OVERRIDE',
            ]
            : ['--unshare-all'];
    }

    /** @return list<string> */
    private static function half(): array
    {
        $user = posix_geteuid() === 0 ? [] : ['--user', '--map-current-user'];

        return ['unshare', ...$user, '--net', '--', 'setpriv', '--no-new-privs', '--'];
    }

    /** @param  list<string>  $around */
    private static function works(array $around): bool
    {
        if ((new ExecutableFinder())->find($around[0]) === null) {
            return false;
        }
        $process = new Process([...$around, 'true']);

        return $process->run() === 0;
    }
}

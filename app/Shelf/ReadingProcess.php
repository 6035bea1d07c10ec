<?php

declare(strict_types=1);

namespace App\Shelf;

/**
 * The process that reads files for IsolatedReader: in a sandbox, with limits, started anew where it was lost or where
 * it may not read what it is asked for.
 */
final class ReadingProcess
{
    /** For the readers; the interpreter itself takes some 30 MiB beside. */
    private const MEMORY = '96M';

    private const PHP_OPTIONS = ['-dmemory_limit=' . self::MEMORY, '-ddisplay_errors=stderr', '-dopcache.enable_cli=0'];

    /** Of its user in all, so that nothing that it starts can fill the machine with processes. */
    private const MOST_PROCESSES = 4000;

    /** What the process and the tools that it starts can have each, in KiB: the last line of defence. */
    private const ADDRESS_SPACE_KIB = 1 << 20;

    /** @var ?resource */
    private $process = null;

    /** @var array<int, resource> */
    private array $pipes = [];

    /** Where the process writes what goes wrong in it. */
    private string $errors = '';

    /** @var list<string> folders that the process now at work may read */
    private array $readable = [];

    /** @var list<string> folders that it may write into */
    private array $writable = [];

    public int $lost = 0;

    /** @param  string  $program  path of the PHP file that reads */
    public function __construct(private readonly string $program) {}

    public function __destruct()
    {
        $this->end();
    }

    /** The most memory that the process now at work has had; 0 where none is. */
    public function mostMemoryBytes(): int
    {
        $pid = $this->process === null ? '0' : (string) proc_get_status($this->process)['pid'];
        // The sandbox starts what is in it.
        while (($inner = trim((string) @file_get_contents("/proc/{$pid}/task/{$pid}/children"))) !== '') {
            $pid = explode(' ', $inner)[0];
        }
        $status = (string) @file_get_contents("/proc/{$pid}/status");

        return preg_match('/^VmHWM:\s+(\d+) kB/m', $status, $found) === 1 ? 1024 * (int) $found[1] : 0;
    }

    /**
     * A process that may read these folders; one that is at work and may not is replaced.
     *
     * @param  list<string>  $readable
     * @param  list<string>  $writable
     */
    public function begin(array $readable, array $writable): void
    {
        $mayAll = array_diff($readable, $this->readable) === [] && array_diff($writable, $this->writable) === [];
        if ($this->process !== null && $mayAll && proc_get_status($this->process)['running']) {
            return;
        }
        $this->end();
        $this->readable = $readable;
        $this->writable = $writable;
        $limits =
            'ulimit -c 0; ulimit -p ' .
            self::MOST_PROCESSES .
            ' 2>/dev/null; ulimit -v ' .
            self::ADDRESS_SPACE_KIB .
            '; exec "$@"';
        $this->errors = storage_path('logs/read-isolated-' . getmypid() . '-' . spl_object_id($this) . '.log');
        $command = [
            'sh',
            '-c',
            $limits,
            'read-isolated',
            ...Sandbox::here()->around(
                [dirname($this->program), ...$this->readable],
                [...$this->writable, Scratch::folder()],
            ),
            PHP_BINARY,
            ...self::PHP_OPTIONS,
            $this->program,
        ];
        $process = proc_open(
            $command,
            [0 => ['pipe', 'r'], 1 => ['pipe', 'w'], 2 => ['file', $this->errors, 'w']],
            $this->pipes,
        );
        $this->process =
            $process === false
                ? throw new \RuntimeException(
                    'The process that reads files cannot be started. Look for room in memory and for a limit on ' .
                        'processes.',
                )
                : $process;
        stream_set_blocking($this->pipes[1], false);
    }

    /** Whether all of it could be told. */
    public function write(string $text): bool
    {
        for ($done = 0; $done < strlen($text); $done += $written) {
            $written = (int) @fwrite($this->pipes[0], substr($text, $done));
            if ($written === 0) {
                return false;
            }
        }

        return true;
    }

    /** One line of the answer; null where the process ended or says nothing in time. */
    public function line(int $seconds): ?string
    {
        $line = '';
        $end = hrtime(true) + $seconds * 1_000_000_000;
        while (!str_ends_with($line, "\n")) {
            $read = [$this->pipes[1]];
            $none = null;
            $ready = @stream_select($read, $none, $none, 0, 200_000);
            $part = $ready === 1 ? fgets($this->pipes[1]) : '';
            $line .= (string) $part;
            if (($part === false && feof($this->pipes[1])) || hrtime(true) > $end) {
                return null;
            }
        }

        return $line;
    }

    /** Ends a process that is of no more use, and says why it is. */
    public function lose(int $seconds): string
    {
        $this->lost++;
        $process = $this->process;
        $status = ['running' => false, 'signaled' => false, 'termsig' => 0, 'exitcode' => -1];
        for ($tries = 0; $process !== null && $tries < 20; $tries++) {
            $status = proc_get_status($process);
            if (!$status['running']) {
                break;
            }
            usleep(10_000);
        }
        $said = (string) @file_get_contents($this->errors);
        $this->end();
        $signal = self::signalOf($status);

        return match (true) {
            $status['running'], $signal === SIGALRM => "it took longer than {$seconds} seconds",
            str_contains($said, 'Allowed memory size'), str_contains($said, 'Out of memory') => 'it needs more than ' .
                self::MEMORY .
                'iB of memory',
            $signal !== null => "the process that read it was ended by signal {$signal}",
            default => "the process that read it ended with code {$status['exitcode']}",
        };
    }

    /**
     * The signal that ended the reader; the sandbox around it ends with 128 and more then, as a shell does.
     *
     * @param  array{signaled: bool, termsig: int, exitcode: int, running: bool, ...}  $status
     */
    private static function signalOf(array $status): ?int
    {
        return match (true) {
            $status['signaled'] => $status['termsig'],
            $status['exitcode'] > 128 => $status['exitcode'] - 128,
            default => null,
        };
    }

    public function end(): void
    {
        if ($this->process === null) {
            return;
        }
        foreach ($this->pipes as $pipe) {
            is_resource($pipe) && fclose($pipe);
        }
        proc_terminate($this->process, SIGKILL);
        proc_close($this->process);
        $this->process = null;
        $this->pipes = [];
        @unlink($this->errors);
    }
}

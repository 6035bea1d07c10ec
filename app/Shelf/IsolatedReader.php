<?php

declare(strict_types=1);

namespace App\Shelf;

use Tornavis\Core\Package\Isolated\ReadingChild;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;

/**
 * Reads files in a process of its own with limits on memory and time. Whatever happens there (no memory left, no end,
 * a crash of the interpreter) is that file's problem alone: the process is replaced, and everything else goes on.
 */
final class IsolatedReader
{
    /** For the readers; the interpreter itself takes some 30 MiB beside. */
    private const MEMORY = '96M';

    private const PHP_OPTIONS = ['-dmemory_limit=' . self::MEMORY, '-ddisplay_errors=stderr', '-dopcache.enable_cli=0'];

    /** Of its user in all, so that nothing that it starts can fill the machine with processes. */
    private const MOST_PROCESSES = 4000;

    /** What the process and the tools that it starts can have each, in KiB: the last line of defence. */
    private const ADDRESS_SPACE_KIB = 1 << 20;

    /** Given to the system for ending a process that is out of time. */
    private const GRACE_SECONDS = 5;

    /** @var ?resource */
    private $process = null;

    /** @var array<int, resource> */
    private array $pipes = [];

    /** Where the process writes what goes wrong in it. */
    private string $errors = '';

    /** How many processes were lost; for tests. */
    public int $lost = 0;

    /** @param  ?string  $program  that reads; null for the project's own */
    public function __construct(private readonly ?string $program = null) {}

    public function __destruct()
    {
        $this->end();
    }

    /** @throws PackageError when the file cannot be read or trusted, or reading it was ended */
    public function inspect(string $path): Package
    {
        return Package::fromArray(
            $this->document($this->ask(['do' => 'inspect', 'path' => $path], $path, ReadingChild::READING_SECONDS)),
        );
    }

    /** The same, with the reason instead of an error: what stands beside the file is kept. */
    public function describe(string $path): Package
    {
        try {
            return $this->inspect($path);
        } catch (PackageError $error) {
            return $this->problem($path, $error);
        }
    }

    /** A file that cannot be read, with what its card and the lists beside it say, where these can be read. */
    public function problem(string $path, PackageError $error): Package
    {
        try {
            return Package::fromArray(
                $this->document(
                    $this->ask(
                        ['do' => 'beside', 'path' => $path, 'error' => $error->toArray()],
                        $path,
                        ReadingChild::READING_SECONDS,
                    ),
                ),
            );
        } catch (PackageError) {
            return Package::withProblem($path, (int) @filesize($path), $error->getMessage());
        }
    }

    /**
     * @param  callable(int $doneBytes): void  $progress
     * @return array<string, string> hex by algorithm
     *
     * @throws PackageError
     */
    public function sums(Package $package, callable $progress): array
    {
        /** @var array<string, string> */
        return $this->ask(
            ['do' => 'sums', 'path' => $package->path, 'algorithms' => $package->wantedSums()],
            $package->path,
            ReadingChild::STALLED_SECONDS,
            $progress,
        );
    }

    /**
     * @param  callable(string $partition): void  $begun
     * @return list<array{partition: string, against: string, agrees: bool, says: string}>
     *
     * @throws PackageError
     */
    public function images(Package $package, callable $begun): array
    {
        /** @var list<array{partition: string, against: string, agrees: bool, says: string}> */
        return $this->ask(
            ['do' => 'images', 'path' => $package->path, 'package' => $package->toArray()],
            $package->path,
            ReadingChild::STALLED_SECONDS,
            $begun,
        );
    }

    /**
     * Takes the image of one partition out; where none is named it unpacks or expands the file.
     *
     * @param  ?string  $entry  of the archive that the image lies in as a file of its own; null for a payload
     * @param  callable(int $doneBytes): void  $progress
     * @return int bytes that were written; of an unpacked file $most at most
     *
     * @throws PackageError
     */
    public function extract(
        string $path,
        ?string $partition,
        string $to,
        callable $progress,
        int $most = 0,
        ?string $entry = null,
    ): int {
        $request = $partition === null ? ['do' => 'unpack', 'most' => $most] : ['do' => 'extract', 'entry' => $entry];
        $request += ['path' => $path, 'partition' => $partition ?? '', 'to' => $to];

        /** @var int */
        return $this->ask($request, $path, ReadingChild::STALLED_SECONDS, $progress);
    }

    /** The most memory that the process now at work has had; 0 where none is. */
    public function mostMemoryBytes(): int
    {
        $pid = $this->process === null ? 0 : proc_get_status($this->process)['pid'];
        $status = (string) @file_get_contents("/proc/{$pid}/status");

        return preg_match('/^VmHWM:\s+(\d+) kB/m', $status, $found) === 1 ? 1024 * (int) $found[1] : 0;
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private function ask(array $request, string $path, int $seconds, ?callable $progress = null): mixed
    {
        if (!mb_check_encoding($path, 'UTF-8')) {
            throw PackageError::badPath($path);
        }
        $this->begin();
        $this->write(
            json_encode($request, JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR) . "\n",
            $path,
        );
        while (true) {
            $line = $this->line($seconds + self::GRACE_SECONDS);
            if ($line === null) {
                throw PackageError::readingEnded($path, $this->lose($seconds));
            }
            $answer = json_decode($line, true);
            if (is_array($answer) && array_key_exists('progress', $answer)) {
                $progress === null ?: $progress($answer['progress']);
            } elseif (is_array($answer) && is_array($answer['error'] ?? null)) {
                throw PackageError::told($answer['error']);
            } elseif (is_array($answer) && array_key_exists('result', $answer)) {
                return $answer['result'];
            }
        }
    }

    /**
     * @return array<string, mixed>
     */
    private function document(mixed $result): array
    {
        /** @var array<string, mixed> */
        return is_array($result) ? $result : [];
    }

    private function begin(): void
    {
        if ($this->process !== null && proc_get_status($this->process)['running']) {
            return;
        }
        $this->end();
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
            PHP_BINARY,
            ...self::PHP_OPTIONS,
            $this->program ?? base_path('core/bin/read-isolated.php'),
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

    private function write(string $text, string $path): void
    {
        for ($done = 0; $done < strlen($text); $done += $written) {
            $written = (int) @fwrite($this->pipes[0], substr($text, $done));
            if ($written === 0) {
                throw PackageError::readingEnded($path, $this->lose(0));
            }
        }
    }

    /** One line of the answer; null where the process ended or says nothing in time. */
    private function line(int $seconds): ?string
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
    private function lose(int $seconds): string
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

        return match (true) {
            $status['running'],
            $status['signaled'] && $status['termsig'] === SIGALRM
                => "it took longer than {$seconds} seconds",
            str_contains($said, 'Allowed memory size'), str_contains($said, 'Out of memory') => 'it needs more than ' .
                self::MEMORY .
                'iB of memory',
            $status['signaled'] => "the process that read it was ended by signal {$status['termsig']}",
            default => "the process that read it ended with code {$status['exitcode']}",
        };
    }

    private function end(): void
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

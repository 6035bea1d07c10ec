<?php

declare(strict_types=1);

namespace App\Serve;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;

/**
 * One process of the program, kept running: it is started again when it ends, later each time where it ends at once.
 *
 * It lives in a group of its own that is ended whole. A watcher in the group reads from a pipe that only the supervisor
 * holds: whatever ends the supervisor closes the pipe, and the watcher then ends the group.
 */
final class Part
{
    private const WATCHED = <<<'SHELL'
    exec 3<&0
    (read -r _ <&3; kill -KILL 0) >/dev/null 2>&1 &
    exec "$@" 3<&- </dev/null >>"$LOG" 2>&1
    SHELL;

    private const LARGEST_LOG_BYTES = 4 << 20;

    private const LOGS_KEPT = 3;

    private const LONGEST_PAUSE_SECONDS = 30.0;

    /** One that ran so long did not end at once. */
    private const STEADY_SECONDS = 20.0;

    private ?Process $process = null;

    /** Of the processes that were started last. */
    private int $group = 0;

    private float $startedAt = 0.0;

    private float $nextAt = 0.0;

    private float $pause = 0.0;

    public int $restarts = 0;

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment
     * @param  int  $workers  processes that the command starts itself and does not replace when they are lost
     */
    public function __construct(
        public readonly string $name,
        private readonly array $command,
        private readonly string $folder,
        private readonly array $environment,
        private readonly int $workers = 0,
    ) {}

    public function isUp(): bool
    {
        return $this->process !== null && $this->process->isRunning();
    }

    /**
     * Starts it where it does not run and its time has come.
     *
     * @return bool whether it was started again after it had ended
     */
    public function tend(float $now): bool
    {
        if ($this->isUp() && $this->hasItsWorkers($now)) {
            return false;
        }
        if ($this->process !== null) {
            $this->endGroup(SIGKILL);
            $this->process = null;
            $steady = $now - $this->startedAt > self::STEADY_SECONDS;
            $this->pause = $steady ? 0.0 : min(self::LONGEST_PAUSE_SECONDS, max(0.25, 2 * $this->pause));
            $this->nextAt = $now + $this->pause;
            $this->restarts++;
        }
        if ($now < $this->nextAt) {
            return false;
        }
        $this->start($now);

        return $this->restarts > 0;
    }

    private function start(float $now): void
    {
        $this->rotate();
        $process = new Process(
            ['setsid', 'sh', '-c', self::WATCHED, $this->name, ...$this->command],
            $this->folder,
            ['LOG' => $this->log()] + $this->environment,
            new InputStream(),
            null,
        );
        $process->disableOutput();
        $this->startedAt = $now;
        try {
            $process->start();
            $this->process = $process;
            $this->group = (int) $process->getPid();
        } catch (ExceptionInterface) {
            // No room for another process at this moment.
            $this->pause = min(self::LONGEST_PAUSE_SECONDS, max(0.25, 2 * $this->pause));
            $this->nextAt = $now + $this->pause;
        }
    }

    /** Whether those that it starts itself are all there; it needs a moment for that. */
    private function hasItsWorkers(float $now): bool
    {
        if ($this->workers === 0 || $now - $this->startedAt < 2.0) {
            return true;
        }
        $pid = $this->process?->getPid();
        $children = @file_get_contents("/proc/{$pid}/task/{$pid}/children");

        // The watcher is one of them.
        return $children === false ||
            count(array_filter(explode(' ', $children), self::lives(...))) >= $this->workers + 1;
    }

    /** One that has ended stays listed until its parent asks for it, which the web server does not do. */
    private static function lives(string $pid): bool
    {
        $stat = ctype_digit($pid) ? @file_get_contents("/proc/{$pid}/stat") : false;

        return $stat !== false && preg_match('/\) [ZX] /', $stat) !== 1;
    }

    public function ask(int $signal): void
    {
        $this->endGroup($signal);
    }

    public function finish(float $seconds): void
    {
        $this->process?->stop($seconds);
        $this->endGroup(SIGKILL);
        $this->process = null;
    }

    private function endGroup(int $signal): void
    {
        // The number stays the group's as long as one of them lives.
        if ($this->group > 1) {
            @posix_kill(-$this->group, $signal);
        }
    }

    private function log(): string
    {
        return storage_path("logs/{$this->name}.log");
    }

    /**
     * Keeps what a part says, and not without end; it is written to while it is moved, so that it is copied and
     * emptied.
     */
    public function rotate(): void
    {
        $log = $this->log();
        clearstatcache(true, $log);
        if (!is_file($log) || (int) @filesize($log) < self::LARGEST_LOG_BYTES) {
            return;
        }
        for ($old = self::LOGS_KEPT; $old > 1; $old--) {
            @rename("{$log}." . ($old - 1), "{$log}.{$old}");
        }
        @copy($log, "{$log}.1");
        $handle = @fopen($log, 'r+');
        $handle === false || (ftruncate($handle, 0) && fclose($handle));
    }
}

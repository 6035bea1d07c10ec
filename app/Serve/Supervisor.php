<?php

declare(strict_types=1);

namespace App\Serve;

use Symfony\Component\Process\Process;
use Throwable;

/**
 * Keeps the parts of the program running. It reads no file of the shelf and asks nothing of the database, so that
 * neither can end or halt it; what goes wrong there ends a part, which is started again.
 */
final class Supervisor
{
    public const READY = 'ready';

    public const PREPARING = 'preparing';

    private const MOST_RUN_WORKERS = 12;

    private const PREPARE_AGAIN_SECONDS = 3.0;

    private const TURN_MICROSECONDS = 200_000;

    private const BEAT_SECONDS = 1.0;

    private const END_SECONDS = 5.0;

    /** The data cannot be used as it is, and trying again would change nothing. */
    public const REFUSED = 78;

    private bool $ending = false;

    /** @var array<string, Part> */
    private array $parts = [];

    private ?Process $preparation = null;

    private float $prepareAt = 0.0;

    private bool $ready = false;

    private float $beatAt = 0.0;

    private string $lastProblem = '';

    /**
     * @param  list<string>  $prepare  the command that makes the data ready
     * @param  ?Part  $web  null where another web server answers
     * @param  callable(int): Part  $runWorker  makes the worker of a number
     * @param  list<Part>  $others
     * @param  callable(string): void  $tell
     */
    public function __construct(
        private readonly array $prepare,
        private readonly ?Part $web,
        private readonly mixed $runWorker,
        private readonly array $others,
        private readonly mixed $tell,
    ) {}

    public function end(): void
    {
        $this->ending = true;
    }

    /**
     * @param  callable(): void  $ready  called once, when everything runs
     * @return ?string why the data cannot be used; null after an ordinary end
     */
    public function supervise(callable $ready): ?string
    {
        $refused = null;
        $announced = false;
        $this->beat(hrtime(true) / 1e9);
        while (!$this->ending && $refused === null) {
            try {
                $refused = $this->turn(hrtime(true) / 1e9);
            } catch (Throwable $fault) {
                // Whatever it is, the parts go on, and the next turn may be better.
                ($this->tell)("The supervisor failed: {$fault->getMessage()} It goes on.");
                sleep(1);
            }
            if ($this->ready && !$announced && $this->areUp()) {
                $announced = true;
                $ready();
            }
            usleep(self::TURN_MICROSECONDS);
        }
        $this->finish();

        return $refused;
    }

    /** @return ?string why the data cannot be used */
    private function turn(float $now): ?string
    {
        $this->web === null ?: $this->tend($this->web, $now);
        $refused = $this->prepare($now);
        foreach ($this->ready ? $this->wanted() : [] as $part) {
            $this->tend($part, $now);
        }
        $this->beat($now);

        return $refused;
    }

    private function tend(Part $part, float $now): void
    {
        if ($part->tend($now)) {
            ($this->tell)("The {$part->name} ended and was started again.");
        }
        $part->rotate();
    }

    /** @return ?string why the data cannot be used */
    private function prepare(float $now): ?string
    {
        if ($this->ready || $this->preparation?->isRunning() || $now < $this->prepareAt) {
            return null;
        }
        if ($this->preparation !== null) {
            $said = trim($this->preparation->getOutput() . $this->preparation->getErrorOutput());
            $code = $this->preparation->getExitCode();
            $this->preparation = null;
            if ($code === 0) {
                $this->ready = true;

                return null;
            }
            if ($code === self::REFUSED) {
                return $said;
            }
            if ($said !== $this->lastProblem) {
                ($this->tell)("The data could not be made ready. It is tried again every few seconds.\n{$said}");
                $this->lastProblem = $said;
            }
            $this->prepareAt = $now + self::PREPARE_AGAIN_SECONDS;

            return null;
        }
        $this->preparation = new Process($this->prepare, base_path(), null, null, null);
        $this->preparation->start(
            fn(string $type, string $text) => $type === Process::OUT ? ($this->tell)(rtrim($text)) : null,
        );

        return null;
    }

    /**
     * A worker for each phone at work and one more, so that the next run finds one free, and the others.
     *
     * @return list<Part>
     */
    private function wanted(): array
    {
        $atWork = Heartbeat::of('watch')['phonesAtWork'] ?? 0;
        $workers = min(self::MOST_RUN_WORKERS, 1 + (is_int($atWork) ? $atWork : 0));
        $wanted = $this->others;
        for ($number = 1; $number <= $workers; $number++) {
            $wanted[] = $this->parts["runs-{$number}"] ??= ($this->runWorker)($number);
        }
        foreach ($this->parts as $name => $part) {
            if (!in_array($part, $wanted, true) && str_starts_with($name, 'runs-')) {
                // It ends after the step that it is at.
                $part->ask(SIGTERM);
                $part->isUp() ?: $this->drop($name);
            }
        }

        return $wanted;
    }

    private function drop(string $name): void
    {
        unset($this->parts[$name]);
    }

    /**
     * @return list<Part>
     */
    private function all(): array
    {
        return [...array_values($this->parts), ...$this->others, ...$this->web === null ? [] : [$this->web]];
    }

    private function areUp(): bool
    {
        return array_filter($this->all(), static fn(Part $part): bool => !$part->isUp()) === [];
    }

    private function beat(float $now): void
    {
        if ($now - $this->beatAt < self::BEAT_SECONDS) {
            return;
        }
        $this->beatAt = $now;
        $parts = [];
        foreach ($this->all() as $part) {
            $parts[$part->name] = ['up' => $part->isUp(), 'restarts' => $part->restarts];
        }
        Heartbeat::say('supervisor', [
            'pid' => getmypid(),
            'doing' => $this->ready ? self::READY : self::PREPARING,
            'parts' => $parts,
        ]);
    }

    private function finish(): void
    {
        $this->preparation?->stop(self::END_SECONDS);
        foreach ($this->all() as $part) {
            $part->ask(SIGTERM);
        }
        $end = hrtime(true) / 1e9 + self::END_SECONDS;
        foreach ($this->all() as $part) {
            $part->finish(max(0.0, $end - hrtime(true) / 1e9));
        }
        Heartbeat::forget('supervisor');
        Heartbeat::forget('watch');
    }
}

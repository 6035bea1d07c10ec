<?php

declare(strict_types=1);

namespace App\Prove\Mutants;

use Symfony\Component\Process\Process;

/** Runs mistakes, each in a process of its own, as many at a time as the machine has cores for. */
final readonly class MutantRun
{
    private const AT_A_TIME = 2;

    private const MOST_SECONDS = 600;

    /** @param  string  $files  folder of the demo files */
    public function __construct(private string $files, private int $seed) {}

    /**
     * @param  list<string>  $names
     * @param  list<array{verdict: string, outcome: ?string, stops: list<string>}>  $normal
     * @param  callable(string): void  $tell
     * @return array<string, ?array{by: string, what: string, after: int}> by name; null for what was not noticed
     */
    public function of(array $names, array $normal, callable $tell): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'normal');
        file_put_contents($file, json_encode($normal, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));
        $found = [];
        $running = [];
        $waiting = $names;
        while ($waiting !== [] || $running !== []) {
            while ($waiting !== [] && count($running) < self::AT_A_TIME) {
                $name = array_shift($waiting);
                $running[$name] = $this->start($name, $file);
            }
            foreach ($running as $name => $process) {
                if (!$process->isRunning()) {
                    $found[$name] = self::answer($name, $process);
                    $tell($name . ': ' . ($found[$name]['by'] ?? 'not noticed'));
                    unset($running[$name]);
                }
            }
            usleep(20_000);
        }
        unlink($file);

        $inOrder = [];
        foreach ($names as $name) {
            $inOrder[$name] = $found[$name] ?? null;
        }

        return $inOrder;
    }

    private function start(string $name, string $normal): Process
    {
        $process = new Process(
            [
                PHP_BINARY,
                base_path('artisan'),
                'tornavis:prove',
                "--mutant={$name}",
                "--normal={$normal}",
                "--seed={$this->seed}",
                "--files={$this->files}",
            ],
            timeout: self::MOST_SECONDS,
        );
        $process->start();

        return $process;
    }

    /**
     * @return ?array{by: string, what: string, after: int}
     */
    private static function answer(string $name, Process $process): ?array
    {
        $lines = explode("\n", trim($process->getOutput()));
        if ($process->getExitCode() !== 0) {
            throw new \RuntimeException("{$name}: {$process->getOutput()} {$process->getErrorOutput()}");
        }

        /** @var ?array{by: string, what: string, after: int} $answer */
        $answer = json_decode($lines[count($lines) - 1], true, 16, JSON_THROW_ON_ERROR);

        return $answer;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Controllers\ShareController;
use App\Run\Resumption;
use App\Shelf\Shelf;
use App\Work\DemoWorld;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;

final class ServeCommand extends Command
{
    protected $signature = 'tornavis:serve
        {--demo : With the demo world}
        {--fresh : Start over with an empty database}
        {--share : Let other devices of the network follow runs, with an access code}
        {--no-web : Without the pages; another web server answers for them}
        {--port=8650 : Port of the pages}
        {--standin-port= : Port of the stand-in}
        {--speed= : Seconds on a simulated phone for one second here}';

    protected $description = 'Starts web server, queue worker and stand-in, and ends them together';

    private const WATCH_EVERY_SECONDS = 3;

    /** Without the letters and digits that are taken for one another. */
    private const CODE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

    private bool $ending = false;

    public function handle(Shelf $shelf): int
    {
        $port = (int) $this->option('port');
        $standInPort = (int) ($this->option('standin-port') ?? config()->integer('tornavis.standin_port'));
        foreach ($this->option('no-web') ? [$standInPort] : [$port, $standInPort] as $wanted) {
            $problem = $this->portProblem($wanted);
            if ($problem !== null) {
                $this->error($problem);

                return self::FAILURE;
            }
        }
        config(['tornavis.standin_port' => $standInPort]);
        $this->prepare($shelf);
        $this->trap([SIGINT, SIGTERM], function (): void {
            $this->ending = true;
        });
        $this->supervise($port, $standInPort, $shelf);

        return self::SUCCESS;
    }

    private function prepare(Shelf $shelf): void
    {
        $database = config()->string('database.connections.sqlite.database');
        if ($this->option('fresh')) {
            File::delete([$database, "{$database}-wal", "{$database}-shm"]);
            File::deleteDirectory(config()->string('tornavis.phones'));
        }
        foreach ([dirname($database), $shelf->folder, config()->string('tornavis.phones')] as $folder) {
            if (! is_dir($folder) && ! @mkdir($folder, 0o700, true)) {
                throw new \RuntimeException("The folder {$folder} cannot be made. Give yourself write permission there, or set another place in .env.");
            }
        }
        if (! is_file($database)) {
            touch($database);
        }
        $this->callSilently('migrate', ['--force' => true]);
        if ($this->option('demo')) {
            app(DemoWorld::class)->layOut(fn (string $text) => $this->line("  {$text}"));
        } else {
            $shelf->look();
        }
    }

    private function portProblem(int $port): ?string
    {
        $socket = @stream_socket_server("tcp://127.0.0.1:{$port}", $code, $message);
        if ($socket === false) {
            return "Port {$port} is in use or not allowed ({$message}). End what uses it, or choose another with --port or --standin-port.";
        }
        fclose($socket);

        return null;
    }

    private static function code(): string
    {
        $letters = static fn (): string => self::CODE_LETTERS[random_int(0, strlen(self::CODE_LETTERS) - 1)];

        return implode('', array_map($letters, range(1, 4))).'-'.implode('', array_map($letters, range(1, 4)));
    }

    private function supervise(int $port, int $standInPort, Shelf $shelf): void
    {
        $php = PHP_BINARY;
        $speed = (float) ($this->option('speed') ?? config()->float('tornavis.standin_speed'));
        $code = $this->option('share') ? self::code() : '';
        $listens = $code === '' ? '127.0.0.1' : '0.0.0.0';
        $env = ['PHP_CLI_SERVER_WORKERS' => '4', 'TORNAVIS_STANDIN_PORT' => (string) $standInPort, 'TORNAVIS_ACCESS_CODE' => $code];
        // setsid puts each into a group of its own, so that helpers of the web server end with it.
        $commands = [
            'stand-in' => ['setsid', $php, base_path('artisan'), 'tornavis:stand-in', "--port={$standInPort}", "--speed={$speed}"],
            'worker' => ['setsid', $php, base_path('artisan'), 'queue:work', '--sleep=0.2', '--timeout=0', '--memory=256', '--quiet'],
            'web' => ['setsid', $php, '-d', 'opcache.enable_cli=1', '-S', "{$listens}:{$port}", '-t', public_path(), base_path('vendor/laravel/framework/src/Illuminate/Foundation/resources/server.php')],
        ];
        if ($this->option('no-web')) {
            unset($commands['web']);
            $this->info('The worker and the simulated phones run. The pages are answered for by another web server.');
        }
        /** @var array<string, Process> $running */
        $running = [];
        $announced = (bool) $this->option('no-web');
        $lookedAt = time();
        while (! $this->ending) {
            foreach ($commands as $name => $command) {
                if (isset($running[$name]) && $running[$name]->isRunning()) {
                    continue;
                }
                if (isset($running[$name])) {
                    $this->warn("The {$name} ended and is started again.");
                }
                if ($name === 'worker' && ! $this->tried('Runs could not be taken up', $this->takeUpRuns(...))) {
                    continue;
                }
                $running[$name] = new Process($command, public_path(), $env, null, null);
                $running[$name]->disableOutput();
                $running[$name]->start();
            }
            if (! $announced && @fsockopen('127.0.0.1', $port) !== false) {
                $announced = true;
                $this->info("Tornavis is at http://127.0.0.1:{$port}");
                if ($code !== '') {
                    $this->line('Other devices of the network: '.(implode(' or ', ShareController::addresses($port)) ?: 'this machine has no address in a network').", access code {$code}");
                }
                $this->line('End it with Ctrl+C.');
            }
            if (time() - $lookedAt >= self::WATCH_EVERY_SECONDS) {
                $lookedAt = time();
                $this->tried('The shelf could not be looked at', static fn () => $shelf->isBehind() && $shelf->look());
            }
            usleep($announced ? 300_000 : 100_000);
        }
        $this->line('Ending.');
        foreach ($running as $process) {
            $pid = $process->getPid();
            if ($pid !== null) {
                posix_kill(-$pid, SIGTERM);
            }
        }
        foreach ($running as $process) {
            $process->stop(5);
        }
    }

    private function takeUpRuns(): void
    {
        $runs = Resumption::takeUp();
        $runs > 0 && $this->line("Runs that go on: {$runs}");
    }

    /** What fails here is said and tried again at the next turn; it ends neither the pages nor a run. */
    private function tried(string $otherwise, callable $act): bool
    {
        try {
            $act();

            return true;
        } catch (\Throwable $error) {
            report($error);
            $this->warn("{$otherwise}: {$error->getMessage()} It is tried again.");

            return false;
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\Database;
use App\Data\DataRefused;
use App\Http\Controllers\ShareController;
use App\Jobs\WorkQueue;
use App\Run\StandInSecret;
use App\Serve\OwnerLock;
use App\Serve\Part;
use App\Serve\Supervisor;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\File;
use RuntimeException;

final class ServeCommand extends Command
{
    protected $signature = 'tornavis:serve
        {--demo : With the demo world}
        {--fresh : Start over with an empty database; a copy of the old one is kept}
        {--yes : Ask nothing}
        {--take-over : End the Tornavis that runs on this data, and go on in its place}
        {--share : Let other devices of the network follow runs, with an access code}
        {--no-web : Without the pages; another web server answers for them}
        {--port=8650 : Port of the pages}
        {--standin-port= : Port of the stand-in}
        {--speed= : Seconds on a simulated phone for one second here}';

    protected $description = 'Starts web server, workers and stand-in, and ends them together';

    private const WEB_WORKERS = 4;

    /** Of 50 ms each. */
    private const ANSWER_TRIES = 200;

    /** Without the letters and digits that are taken for one another. */
    private const CODE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

    public function handle(): int
    {
        $port = (int) $this->option('port');
        $standInPort = (int) ($this->option('standin-port') ?? config()->integer('tornavis.standin_port'));
        $lock = $this->own("http://127.0.0.1:{$port}");
        if ($lock === null) {
            return self::FAILURE;
        }
        foreach ($this->option('no-web') ? [$standInPort] : [$port, $standInPort] as $wanted) {
            if (!self::isFree($wanted)) {
                $this->error("Port {$wanted} is taken by another program. End that program, then start again.");

                return self::FAILURE;
            }
        }
        $this->makeFolders();
        if ($this->option('fresh') && !$this->clear()) {
            return self::FAILURE;
        }
        $code = $this->option('share') ? self::code() : '';
        StandInSecret::renew();
        $supervisor = $this->supervisor($port, $standInPort, $code);
        $this->trap([SIGINT, SIGTERM, SIGHUP], static fn() => $supervisor->end());
        $refused = $supervisor->supervise(fn() => $this->announce($port, $code));
        $lock->release();
        if ($refused !== null) {
            $this->error($refused);

            return self::FAILURE;
        }

        return self::SUCCESS;
    }

    /** The lock on the data; null, with the reason said, where another has it. */
    private function own(string $address): ?OwnerLock
    {
        $lock = OwnerLock::take($address);
        if ($lock === null && $this->option('take-over')) {
            OwnerLock::endHolder();
            $lock = OwnerLock::take($address);
        }
        if ($lock === null) {
            $holder = OwnerLock::holder();
            $who =
                $holder === null
                    ? 'another process'
                    : "process {$holder['pid']}, since {$holder['since']}, with its pages at {$holder['address']}";
            $this->error(
                "Tornavis runs on this data already: {$who}. Use that one. If it no longer answers, start again " .
                    'with --take-over, which ends it first.',
            );
        }

        return $lock;
    }

    private function makeFolders(): void
    {
        foreach (
            [dirname(Database::own()->file), config()->string('tornavis.shelf'), config()->string('tornavis.phones')]
            as $folder
        ) {
            if (!is_dir($folder) && !@mkdir($folder, 0o700, true)) {
                throw new RuntimeException(
                    "The folder {$folder} cannot be made. Give yourself write permission there, or set another " .
                        'place in .env.',
                );
            }
        }
    }

    private static function isFree(int $port): bool
    {
        $socket = @stream_socket_server("tcp://127.0.0.1:{$port}");
        $socket === false || fclose($socket);

        return $socket !== false;
    }

    /** A port that nobody has, and that the system gives to no connection by itself. */
    private static function freePortAfter(int $port): int
    {
        do {
            $port++;
        } while (!self::isFree($port));

        return $port;
    }

    private function clear(): bool
    {
        try {
            $database = Database::own();
            $runs = $database->runs();
            if (
                $runs > 0 &&
                !$this->option('yes') &&
                !$this->confirm(
                    "The database holds {$runs} runs with their records. They will no longer be on the pages; a " .
                        'copy of the database is kept. Go on?',
                )
            ) {
                $this->line('Nothing was changed. To begin anew without being asked, add --yes.');

                return false;
            }
            $copy = $database->clear();
            $copy === null ?: $this->line("The old database is kept as {$copy}");
        } catch (DataRefused $refused) {
            $this->error($refused->getMessage());

            return false;
        }
        File::deleteDirectory(config()->string('tornavis.phones'));

        return true;
    }

    private static function code(): string
    {
        $letters = static fn(): string => self::CODE_LETTERS[random_int(0, strlen(self::CODE_LETTERS) - 1)];

        return implode('', array_map($letters, range(1, 4))) . '-' . implode('', array_map($letters, range(1, 4)));
    }

    private function supervisor(int $port, int $standInPort, string $code): Supervisor
    {
        // Where others are answered, the door listens on the port, and the web server behind it on one of its own.
        $webPort = $code === '' ? $port : self::freePortAfter(max($port, $standInPort));
        $speed = (float) ($this->option('speed') ?? config()->float('tornavis.standin_speed'));
        $environment = [
            'PHP_CLI_SERVER_WORKERS' => (string) self::WEB_WORKERS,
            'TORNAVIS_STANDIN_PORT' => (string) $standInPort,
            'TORNAVIS_ACCESS_CODE' => $code,
        ];
        /** @var list<string> $proxies */
        $proxies = config()->array('tornavis.proxies');
        // The door says from where a request comes, and the web server believes it.
        $behindDoor = $code === '' ? [] : ['TORNAVIS_PROXIES' => implode(',', [...$proxies, '127.0.0.1'])];
        $artisan = static fn(string ...$words): array => [PHP_BINARY, base_path('artisan'), ...array_values($words)];
        $part = static fn(string $name, array $command, int $workers = 0, array $more = []): Part => new Part(
            $name,
            array_values($command),
            public_path(),
            $more + $environment,
            $workers,
        );
        $queue = static fn(WorkQueue ...$of): array => $artisan(
            'queue:work',
            '--queue=' . implode(',', array_column($of, 'value')),
            '--sleep=0.2',
            '--timeout=0',
            '--memory=256',
            '--quiet',
        );
        $server = base_path('vendor/laravel/framework/src/Illuminate/Foundation/resources/server.php');
        $web = [
            PHP_BINARY,
            '-q',
            '-d',
            'opcache.enable_cli=1',
            '-S',
            "127.0.0.1:{$webPort}",
            '-t',
            public_path(),
            $server,
        ];
        $prepare = $artisan('tornavis:prepare', ...$this->option('demo') ? ['--demo'] : []);
        if ($this->option('no-web')) {
            $this->info('The workers and the simulated phones run. The pages are answered for by another web server.');
        }

        return new Supervisor(
            $prepare,
            $this->option('no-web') ? null : $part('web', $web, self::WEB_WORKERS, $behindDoor),
            static fn(int $number): Part => $part("runs-{$number}", $queue(WorkQueue::Runs)),
            [
                ...$code === '' || $this->option('no-web')
                    ? []
                    : [
                        $part(
                            'door',
                            $artisan('tornavis:door', "--listen=0.0.0.0:{$port}", "--to=127.0.0.1:{$webPort}"),
                        ),
                    ],
                $part('stand-in', $artisan('tornavis:stand-in', "--port={$standInPort}", "--speed={$speed}")),
                $part('files', $queue(WorkQueue::Files)),
                // Where no large file waits, it helps with the others.
                $part('large-files', $queue(WorkQueue::LargeFiles, WorkQueue::Files)),
                $part('watch', $artisan('tornavis:watch')),
            ],
            fn(string $text) => $this->line($text),
        );
    }

    /** A process that runs may still be on its way to its port. */
    private static function waitUntilItAnswers(int $port): void
    {
        for ($tries = 0; $tries < self::ANSWER_TRIES; $tries++) {
            $socket = @fsockopen('127.0.0.1', $port, $code, $reason, 1);
            if ($socket !== false) {
                fclose($socket);

                return;
            }
            usleep(50_000);
        }
    }

    private function announce(int $port, string $code): void
    {
        if ($this->option('no-web')) {
            return;
        }
        self::waitUntilItAnswers($port);
        $this->info("Tornavis is at http://127.0.0.1:{$port}");
        if ($code !== '') {
            $addresses =
                implode(' or ', ShareController::addresses($port)) ?: 'this machine has no address in a network';
            $this->line("Other devices of the network: {$addresses}, access code {$code}");
        }
        $this->line('End it with Ctrl+C.');
    }
}

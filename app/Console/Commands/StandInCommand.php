<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Run\StandInSecret;
use Illuminate\Console\Command;
use React\EventLoop\Loop;
use Tornavis\StandIn\LineServer;
use Tornavis\StandIn\PhoneShelf;

final class StandInCommand extends Command
{
    protected $signature =
        'tornavis:stand-in {--port= : Port on 127.0.0.1} {--speed= : Seconds on a phone for one ' . 'second here}';

    protected $description = 'Runs the simulated phones';

    public function handle(): int
    {
        $port = (int) ($this->option('port') ?? config()->integer('tornavis.standin_port'));
        $speed = (float) ($this->option('speed') ?? config()->float('tornavis.standin_speed'));
        $server = new LineServer(
            Loop::get(),
            new PhoneShelf(config()->string('tornavis.phones')),
            $speed,
            StandInSecret::read(),
        );
        try {
            $this->info('The stand-in listens on 127.0.0.1:' . $server->listen($port));
        } catch (\RuntimeException $error) {
            $this->error("Port {$port} cannot be used: {$error->getMessage()}.");

            return self::FAILURE;
        }
        Loop::run();

        return self::SUCCESS;
    }
}

<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Serve\Door\Door;
use Illuminate\Console\Command;
use React\EventLoop\Loop;

final class DoorCommand extends Command
{
    protected $signature =
        'tornavis:door {--listen= : Address and port for the network} ' .
        '{--to= : Address and port of the web server}';

    protected $description = 'Stands before the web server where other devices are answered';

    protected $hidden = true;

    public function handle(): int
    {
        /** @var list<string> $proxies */
        $proxies = array_values(config()->array('tornavis.proxies'));
        $door = new Door(Loop::get(), (string) $this->option('to'), $proxies);
        try {
            $door->listen((string) $this->option('listen'));
        } catch (\RuntimeException $error) {
            $this->error("{$this->option('listen')} cannot be used: {$error->getMessage()}.");

            return self::FAILURE;
        }
        Loop::run();

        return self::SUCCESS;
    }
}

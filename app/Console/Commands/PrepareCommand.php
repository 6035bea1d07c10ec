<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Data\Database;
use App\Data\DataRefused;
use App\Demo\DemoWorld;
use App\Serve\Supervisor;
use Illuminate\Console\Command;
use Illuminate\Database\Migrations\Migrator;

/** Makes the data ready before the parts of the program start; the supervisor calls it, and again where it fails. */
final class PrepareCommand extends Command
{
    protected $signature = 'tornavis:prepare {--demo}';

    protected $description = 'Makes the database ready';

    protected $hidden = true;

    public function handle(Migrator $migrator): int
    {
        try {
            Database::own()->prepare($migrator);
            if ($this->option('demo')) {
                app(DemoWorld::class)->layOut(fn(string $text) => $this->line("  {$text}"));
            }
        } catch (DataRefused $refused) {
            $this->error($refused->getMessage());

            return Supervisor::REFUSED;
        } catch (\Throwable $error) {
            report($error);
            $this->error($error->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}

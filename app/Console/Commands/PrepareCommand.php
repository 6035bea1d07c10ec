<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\Season;
use App\Data\Database;
use App\Data\DataRefused;
use App\Demo\DemoWorld;
use App\Models\WorkJob;
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
                $this->layOutDemo();
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

    /** The past comes before what is open, and both only into a demo that nobody has worked in. */
    private function layOutDemo(): void
    {
        $isNew = WorkJob::withTrashed()->doesntExist();
        $world = app(DemoWorld::class);
        $world->layOut(fn(string $text) => $this->line("  {$text}"));
        if ($isNew) {
            app(Season::class)->layOut();
            $world->openJobs();
        }
    }
}

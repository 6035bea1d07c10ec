<?php

declare(strict_types=1);

/*
 * Makes the database in the data folder: migrated; with the word "demo" also the demo world with its files read; and
 * with the word "runs" two runs more.
 */

use App\Demo\DemoWorld;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Runs;
use Tornavis\Core\Words\Intent;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$app = require dirname(__DIR__, 2) . '/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
touch(config()->string('database.connections.sqlite.database'));
Artisan::call('migrate', ['--force' => true]);
$what = $argv[1] ?? '';
if ($what === 'demo' || $what === 'runs') {
    app(DemoWorld::class)->layOut(static fn(string $text): null => null);
    app(DemoWorld::class)->openJobs();
}
if ($what === 'runs') {
    Queue::fake();
    Runs::carriedOut(Runs::begun('SK-07', Intent::Fresh, 'driftglass-15.1-20260820-bowline.zip'));
    Runs::carriedOut(Runs::begun('SK-07', Intent::SwitchBuild, 'saltern-15.2-20260903-bowline.zip'), [
        ['kind' => 'refused-package', 'atPercent' => 0],
    ]);
}
// What stands in the log of the database goes into its one file, which can then be copied.
DB::statement('pragma wal_checkpoint(truncate)');
DB::disconnect();

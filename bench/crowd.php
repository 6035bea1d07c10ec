<?php

declare(strict_types=1);

/*
 * Pages of a full bench, warm as they are asked for every few seconds: php bench/crowd.php
 * 200 phones with ten jobs each, all of them run: 2,000 runs, one of them with a journal of 5,000 lines.
 */

use App\Models\JournalLine;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;

require dirname(__DIR__) . '/vendor/autoload.php';

const PHONES = 200;
const RUNS = 2000;
const LINES = 5000;

$folder = sys_get_temp_dir() . '/tornavis-crowd-' . getmypid();
mkdir("{$folder}/tornavis", 0o700, true);
touch("{$folder}/tornavis/tornavis.sqlite");
putenv("TORNAVIS_DATA={$folder}");
putenv('APP_ENV=production');
register_shutdown_function(static fn() => exec('rm -rf ' . escapeshellarg($folder)));
$app = require dirname(__DIR__) . '/bootstrap/app.php';
$kernel = $app->make(Kernel::class);
$kernel->bootstrap();
Artisan::call('migrate', ['--force' => true]);

$plan = World::plan('SK-07', World::SALTERN)->toJson();
$demo = dirname(__DIR__) . '/demo';
foreach (glob("{$demo}/models/*.json") ?: [] as $file) {
    SheetRecord::keep(ModelSheet::read($file));
}
$document = Unit::read("{$demo}/units/SK-07.json")->toArray();
DB::transaction(static function () use ($document, $plan): void {
    for ($i = 0; $i < PHONES; $i++) {
        UnitRecord::keep(Unit::kept(['label' => "SK-{$i}"] + $document));
    }
    for ($i = 1; $i <= RUNS; $i++) {
        $unit = 1 + ($i % PHONES);
        DB::table('work_jobs')->insert([
            'id' => $i,
            'key' => sprintf('01job%021d', $i),
            'unit_id' => $unit,
            'intent' => 'fresh',
            'kit' => '[]',
            'answers' => '[]',
            'created_at' => now(),
            'updated_at' => now(),
        ]);
        DB::table('runs')->insert([
            'id' => $i,
            'key' => sprintf('01run%021d', $i),
            'work_job_id' => $i,
            'unit_label' => 'SK-' . ($unit - 1),
            'codename' => 'bowline',
            'build' => 'Saltern 15.2',
            'status' => $i === RUNS ? 'running' : 'ended',
            'plan' => $plan,
            'created_at' => now(),
            'updated_at' => now(),
        ]);
    }
    $last = null;
    for ($i = 1; $i <= LINES; $i++) {
        $kind = $i === 1 ? EventKind::Started : EventKind::Progress;
        $last = JournalEvent::after(
            $last,
            '2026-11-26T00:00:00.000+00:00',
            $kind,
            $i === 1 ? null : 1,
            $i === 1 ? ['link' => 'stand-in'] : ['shows' => 'Sending', 'percent' => $i % 100, 'elapsedSeconds' => $i],
        );
        JournalLine::of(RUNS, $last);
    }
});

/** @return array{float, int, int} seconds of the best of some rounds, number of queries, MiB of the answer's making */
function ask(Kernel $kernel, string $path): array
{
    $best = INF;
    $queries = 0;
    for ($round = 0; $round < 6; $round++) {
        app()->forgetScopedInstances();
        DB::flushQueryLog();
        DB::enableQueryLog();
        memory_reset_peak_usage();
        $start = hrtime(true);
        $answer = $kernel->handle(Request::create("http://localhost/api/{$path}"));
        $answer->getContent();
        $best = min($best, (hrtime(true) - $start) / 1e9);
        $queries = count(DB::getQueryLog());
        $answer->isOk() ||
            exit(
                "{$path} answers {$answer->getStatusCode()}: " . substr((string) $answer->getContent(), 0, 400) . "\n"
            );
    }

    return [$best, $queries, (int) (memory_get_peak_usage() / (1 << 20))];
}

$slower = Tornavis\Bench\Calibration::factor();
printf("This machine takes %.2f times as long as the one on which the limits were set.\n", $slower);
$ok = true;
foreach (
    ['bench' => 0.05, 'jobs' => 0.05, 'runs/' . RUNS . '/events?after=' . LINES => 0.05, 'log' => 0.05]
    as $path => $allowed
) {
    [$seconds, $queries, $mib] = ask($kernel, $path);
    $within = $seconds <= $allowed * $slower;
    $ok = $ok && $within;
    printf(
        "%-28s %7.1f ms (at most %.0f ms), %d queries, %d MiB %s\n",
        $path,
        $seconds * 1000,
        $allowed * $slower * 1000,
        $queries,
        $mib,
        $within ? 'ok' : 'TOO SLOW',
    );
}
exit($ok ? 0 : 1);

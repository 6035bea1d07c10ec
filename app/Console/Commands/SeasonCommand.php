<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Bench\SeasonMaker;
use App\Data\DataRefused;
use App\Serve\OwnerLock;

/** For who changes what the demo's log shows. */
final class SeasonCommand extends CoreCommand
{
    protected $signature = 'tornavis:season {folder=demo/runs : Where the run files go}';

    protected $description = 'Carries the past runs of the demo out on its simulated phones; writes run files';

    protected $hidden = true;

    public function handle(SeasonMaker $maker): int
    {
        // A worker of running pages would carry the same runs out too.
        $lock = OwnerLock::take('no pages: past runs are being made');
        if ($lock === null) {
            throw DataRefused::inUse('process ' . (OwnerLock::holder()['pid'] ?? 'unknown'));
        }
        $path = base_path($this->argument('folder'));
        array_map(unlink(...), glob("{$path}/*.jsonl.gz") ?: []);
        if (!is_dir($path)) {
            mkdir($path);
        }
        $maker->write($path, fn(string $text) => $this->line("  {$text}"));

        $lock->release();

        return self::SUCCESS;
    }
}

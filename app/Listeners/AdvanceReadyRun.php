<?php

declare(strict_types=1);

namespace App\Listeners;

use App\Events\RunReady;
use App\Jobs\AdvanceRun;

final class AdvanceReadyRun
{
    public function handle(RunReady $event): void
    {
        AdvanceRun::dispatch($event->runId);
    }
}

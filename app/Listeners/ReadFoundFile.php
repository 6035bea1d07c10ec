<?php

declare(strict_types=1);

namespace App\Listeners;

use App\Events\FileFound;
use App\Jobs\ReadPackage;

final class ReadFoundFile
{
    public function handle(FileFound $event): void
    {
        ReadPackage::dispatch($event->packageId);
    }
}

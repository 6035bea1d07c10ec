<?php

declare(strict_types=1);

namespace App\Jobs;

/** The queues: each has workers of its own, so that reading a large file keeps no run waiting. */
enum WorkQueue: string
{
    case Files = 'files';
    case Runs = 'runs';
}

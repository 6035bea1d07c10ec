<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\PackageRecord;

/**
 * The queues: each has workers of its own, so that reading a file keeps no run waiting, and a large file no small one.
 */
enum WorkQueue: string
{
    case Files = 'files';
    case LargeFiles = 'large-files';
    case Runs = 'runs';

    /** A file of this size is read in a few seconds. */
    private const LARGE_BYTES = 1 << 30;

    /** Where work with a file of the shelf waits. */
    public static function forFile(int $packageId): self
    {
        $bytes = PackageRecord::query()->whereKey($packageId)->toBase()->value('size_bytes');

        return is_int($bytes) && $bytes >= self::LARGE_BYTES ? self::LargeFiles : self::Files;
    }
}

<?php

declare(strict_types=1);

namespace App\Shelf;

use RuntimeException;

/** One process at a time takes in what the folders hold. The system holds the lock, and lets it go with the process. */
final readonly class ShelfLock
{
    private const WAIT_SECONDS = 60;

    private const LOOK_EVERY_MICROSECONDS = 20_000;

    /**
     * @template T
     *
     * @param  callable(): T  $do
     * @return T
     *
     * @throws RuntimeException when another process holds it for too long
     */
    public static function alone(callable $do): mixed
    {
        $file = storage_path('framework/shelf.lock');
        $lock =
            @fopen($file, 'ce') ?:
            throw new RuntimeException(
                "The file {$file} cannot be written. Give this user write permission there, and look for free space.",
            );
        $end = hrtime(true) + self::WAIT_SECONDS * 1_000_000_000;
        while (!flock($lock, LOCK_EX | LOCK_NB)) {
            if (hrtime(true) > $end) {
                throw new RuntimeException(
                    'The folders are being looked at by another process for a minute now. Look again later.',
                );
            }
            usleep(self::LOOK_EVERY_MICROSECONDS);
        }
        try {
            return $do();
        } finally {
            fclose($lock);
        }
    }
}

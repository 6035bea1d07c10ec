<?php

declare(strict_types=1);

namespace App\Run;

/**
 * What the stand-in asks everybody for who connects to its port; new with every start, and readable by its owner
 * alone.
 */
final class StandInSecret
{
    public static function renew(): void
    {
        file_put_contents(self::file(), bin2hex(random_bytes(24)));
        chmod(self::file(), 0o600);
    }

    /** "" where the stand-in was not started with one. */
    public static function read(): string
    {
        return (string) @file_get_contents(self::file());
    }

    private static function file(): string
    {
        return storage_path('framework/stand-in.secret');
    }
}

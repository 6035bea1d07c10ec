<?php

declare(strict_types=1);

namespace App\Data;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/** Which version of the rules this is: what an older one has computed is not taken for its own. */
final class ProgramVersion
{
    private static ?string $version = null;

    public static function version(): string
    {
        return self::$version ??= self::read();
    }

    /** By the newest change and the number of the files of the core. */
    private static function read(): string
    {
        $newest = 0;
        $count = 0;
        foreach (
            new RecursiveIteratorIterator(
                new RecursiveDirectoryIterator(base_path('core/src'), FilesystemIterator::SKIP_DOTS),
            )
            as $file
        ) {
            if ($file instanceof SplFileInfo) {
                $newest = max($newest, (int) $file->getMTime());
                $count++;
            }
        }

        return dechex($newest) . '.' . $count;
    }
}

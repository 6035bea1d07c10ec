<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Data\DataRefused;
use App\Data\WorkLock;
use RuntimeException;

/**
 * Large files that exist for a while: images that are taken out of packages. They lie in the data folder, each locked
 * by the process that works with it; what nobody holds and nobody has asked for lately is taken away.
 */
final class Scratch
{
    private const KEPT_SECONDS = 3600;

    public static function folder(): string
    {
        $folder = storage_path('scratch');
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw new RuntimeException(
                "The folder {$folder} cannot be made. Give this user write permission there, or make room on the disk.",
            );
        }

        return $folder;
    }

    /**
     * @return array{string, WorkLock} the path of a new file, and the lock that keeps it
     */
    public static function begin(string $what): array
    {
        $name = $what . '-' . bin2hex(random_bytes(8));
        $lock =
            WorkLock::take("scratch-{$name}") ??
            throw new RuntimeException('Two processes chose the same name. Try it again.');

        return [self::folder() . "/{$name}", $lock];
    }

    /**
     * A file without a name, gone with its handle.
     *
     * @return resource
     *
     * @throws DataRefused where there is no room
     */
    public static function stream()
    {
        $file = self::folder() . '/stream-' . bin2hex(random_bytes(8));
        $handle = @fopen($file, 'w+b') ?: throw DataRefused::notWritten($file);
        unlink($file);

        return $handle;
    }

    public static function tidy(): void
    {
        foreach (glob(self::folder() . '/*') ?: [] as $file) {
            $old = abs(time() - (int) @filemtime($file)) > self::KEPT_SECONDS;
            $running = str_ends_with($file, '.part') || str_starts_with(basename($file), 'send-');
            if (!WorkLock::isHeld('scratch-' . basename($file, '.part')) && ($old || $running)) {
                @unlink($file);
            }
        }
        foreach (glob(storage_path('framework/locks/{work,scratch}-*.lock'), GLOB_BRACE) ?: [] as $lock) {
            if (
                abs(time() - (int) @filemtime($lock)) > self::KEPT_SECONDS &&
                !WorkLock::isHeld(basename($lock, '.lock'))
            ) {
                @unlink($lock);
            }
        }
    }
}

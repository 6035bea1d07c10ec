<?php

declare(strict_types=1);

namespace App\Data;

use RuntimeException;

/**
 * A lock on a piece of work. The system holds it for a process and lets it go when that ends, however it ends; so what
 * nobody holds is left over from a process that is gone.
 */
final class WorkLock
{
    /** @param  resource  $handle */
    private function __construct(private mixed $handle, private readonly string $file) {}

    /** @return ?self null where another process has it */
    public static function take(string $name): ?self
    {
        $file = self::file($name);
        $handle =
            @fopen($file, 'ce') ?:
            throw new RuntimeException(
                "The file {$file} cannot be written. Look for free space and for write permission there.",
            );
        if (!flock($handle, LOCK_EX | LOCK_NB)) {
            fclose($handle);

            return null;
        }

        return new self($handle, $file);
    }

    public static function isHeld(string $name): bool
    {
        $handle = @fopen(self::file($name), 're');
        if ($handle === false) {
            return false;
        }
        $free = flock($handle, LOCK_SH | LOCK_NB);
        fclose($handle);

        return !$free;
    }

    /** Lets it go. The file stays where others may wait for it. */
    public function release(bool $forGood = false): void
    {
        $forGood && @unlink($this->file);
        fclose($this->handle);
    }

    private static function file(string $name): string
    {
        $folder = storage_path('framework/locks');
        is_dir($folder) || @mkdir($folder, 0o700, true);

        return "{$folder}/{$name}.lock";
    }
}

<?php

declare(strict_types=1);

namespace App\Serve;

use RuntimeException;

/**
 * One program owns the data at a time. The system holds the lock and lets it go with the process, however it ends; the
 * file only says who holds it.
 *
 * @phpstan-type Holder array{pid: int, since: string, address: string}
 */
final class OwnerLock
{
    private const TAKE_OVER_SECONDS = 15;

    private const TRIES = 5;

    /** @param  resource  $handle */
    private function __construct(private mixed $handle) {}

    /**
     * @param  string  $address  where the pages are
     * @return ?self null where another process holds it
     *
     * @throws RuntimeException when the lock cannot be written
     */
    public static function take(string $address): ?self
    {
        $file = self::file();
        // Without "e" the processes that are started would hold it too.
        $handle =
            @fopen($file, 'c+e') ?:
            throw new RuntimeException(
                "The file {$file} cannot be written. Give yourself write permission there, or name another folder " .
                    'with TORNAVIS_DATA.',
            );
        // Whoever asks whether it is held has it for a moment.
        for ($tries = 0; !flock($handle, LOCK_EX | LOCK_NB); $tries++) {
            if ($tries === self::TRIES) {
                fclose($handle);

                return null;
            }
            usleep(20_000);
        }
        $holder = ['pid' => (int) getmypid(), 'since' => date(DATE_ATOM), 'address' => $address];
        ftruncate($handle, 0);
        @fwrite($handle, json_encode($holder, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR));
        fflush($handle);

        return new self($handle);
    }

    /**
     * Who holds it, as far as its file says.
     *
     * @return ?Holder
     */
    public static function holder(): ?array
    {
        $holder = json_decode((string) @file_get_contents(self::file()), true);

        /** @var ?Holder */
        return is_array($holder) && is_int($holder['pid'] ?? null) ? $holder : null;
    }

    public static function isHeld(): bool
    {
        $handle = @fopen(self::file(), 're');
        if ($handle === false) {
            return false;
        }
        $free = flock($handle, LOCK_SH | LOCK_NB);
        fclose($handle);

        return !$free;
    }

    /** Ends the process that holds it, first kindly. */
    public static function endHolder(): void
    {
        $pid = self::holder()['pid'] ?? 0;
        if ($pid <= 1 || $pid === getmypid() || !self::isHeld()) {
            return;
        }
        posix_kill($pid, SIGTERM);
        for ($tenths = 0; $tenths < 10 * self::TAKE_OVER_SECONDS && self::takenBy($pid); $tenths++) {
            // A process that was halted hears nothing else.
            if ($tenths >= 5 * self::TAKE_OVER_SECONDS) {
                posix_kill($pid, SIGKILL);
            }
            usleep(100_000);
        }
    }

    private static function takenBy(int $pid): bool
    {
        return self::isHeld() && (self::holder()['pid'] ?? 0) === $pid;
    }

    public function release(): void
    {
        ftruncate($this->handle, 0);
        fclose($this->handle);
    }

    private static function file(): string
    {
        return storage_path('framework/owner.lock');
    }
}

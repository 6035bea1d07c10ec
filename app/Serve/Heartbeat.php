<?php

declare(strict_types=1);

namespace App\Serve;

/**
 * What the supervisor and its watcher say of themselves, in small files of the data folder: whoever reads them needs
 * neither the database nor the processes that they are about.
 *
 * @phpstan-type Supervised array{
 *     pid: int,
 *     at: int,
 *     doing: string,
 *     parts: array<string, array{up: bool, restarts: int}>
 * }
 * @phpstan-type Watched array{
 *     at: int,
 *     phonesAtWork: int,
 *     arriving: int,
 *     folders: list<string>,
 *     waiting: list<string>
 * }
 */
final class Heartbeat
{
    /** Without a word for so long it is taken for gone. */
    public const SILENT_SECONDS = 15;

    /**
     * @param  array<string, mixed>  $says
     */
    public static function say(string $who, array $says): void
    {
        $file = self::file($who);
        $part = "{$file}." . getmypid();
        // Where the disk is full nothing can be said; that it is full is seen without it.
        if (
            @file_put_contents(
                $part,
                json_encode(['at' => time()] + $says, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR),
            ) !== false
        ) {
            @rename($part, $file);
        }
        @unlink($part);
    }

    /**
     * @return ?array<string, mixed> null where it has never said anything
     */
    public static function of(string $who): ?array
    {
        $says = json_decode((string) @file_get_contents(self::file($who)), true);

        /** @var ?array<string, mixed> */
        return is_array($says) ? $says : null;
    }

    /**
     * @param  ?array<string, mixed>  $says
     */
    public static function isFresh(?array $says): bool
    {
        return $says !== null && is_int($says['at'] ?? null) && abs(time() - $says['at']) <= self::SILENT_SECONDS;
    }

    public static function forget(string $who): void
    {
        @unlink(self::file($who));
    }

    private static function file(string $who): string
    {
        return storage_path("framework/{$who}.json");
    }
}

<?php

declare(strict_types=1);

namespace App\Data;

use PDOException;

/** What an error of the database is about: a query, a begin and a commit throw different classes. */
final class DatabaseTrouble
{
    /** Parts of what SQLite says where a connection is of no use any more, though the next one may be. */
    private const CONNECTION = ['readonly database', 'already an active transaction', 'disk I/O error'];

    /** What the database itself says; the framework's message holds the statement with its values too. */
    public static function says(\Throwable $error): string
    {
        return $error->getPrevious()?->getMessage() ?? $error->getMessage();
    }

    public static function isFull(PDOException $error): bool
    {
        return str_contains(self::says($error), 'disk is full');
    }

    /** Whether it passes by itself, so that it is worth waiting for. */
    public static function passes(PDOException $error): bool
    {
        return self::isFull($error) || str_contains(self::says($error), 'is locked') || self::isOfConnection($error);
    }

    /** Whether another connection is needed before anything can be written. */
    public static function isOfConnection(\Throwable $error): bool
    {
        $says = self::says($error);

        return array_filter(self::CONNECTION, static fn(string $part): bool => str_contains($says, $part)) !== [];
    }
}

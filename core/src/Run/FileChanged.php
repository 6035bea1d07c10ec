<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Words\TornavisError;

/** A file of the kit is not the one that the plan was made for. */
final class FileChanged extends TornavisError
{
    private const WHAT_TO_DO =
        'Put the planned file back, then go on; or stop, and plan anew with the file that ' .
        'is there. Nothing was written with it.';

    public static function gone(string $name): self
    {
        return new self(
            "{$name} is no longer on the shelf",
            'the kit',
            'the file that the plan names',
            self::WHAT_TO_DO,
        );
    }

    public static function other(string $name, string $path, string $has, string $planned): self
    {
        $sums = 'its SHA-256 begins with ' . substr($has, 0, 16) . ', and the plan names ' . substr($planned, 0, 16);

        return new self(
            "{$name} is not the file that was planned: {$sums}",
            $path,
            'the file that the plan names',
            self::WHAT_TO_DO,
        );
    }

    public static function unreadable(string $name, string $reason): self
    {
        return new self(
            "{$name} cannot be read: {$reason}",
            'the kit',
            'the file that the plan names',
            self::WHAT_TO_DO,
        );
    }
}

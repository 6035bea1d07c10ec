<?php

declare(strict_types=1);

namespace App\Events;

/** A file of the shelf is new or has changed, and its content has still to be read. */
final readonly class FileFound
{
    public function __construct(public int $packageId) {}
}

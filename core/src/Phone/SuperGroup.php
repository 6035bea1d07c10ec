<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** A group of logical partitions that share a limit inside super. */
final readonly class SuperGroup
{
    public function __construct(public string $name, public int $maximumBytes) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Space;

use Tornavis\Core\Words\TornavisError;

/** What has to leave super cannot be worked out in time. */
final class SpaceSearchError extends TornavisError
{
    public static function tooManyParts(int $parts, int $most): self
    {
        return new self(
            "{$parts} logical partitions could leave super",
            'the space in super',
            "at most {$most}, so that every choice can be compared",
            'Take partitions that are empty on this phone out of its model sheet.',
        );
    }
}

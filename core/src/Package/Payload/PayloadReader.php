<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\Reading;

/** A payload container that was taken out of its zip. */
final class PayloadReader implements PackageReader
{
    public function recognises(Bytes $bytes): bool
    {
        return Payload::looksLikeOne($bytes);
    }

    public function read(Bytes $bytes): Reading
    {
        [$facts, $images] = Payload::of($bytes, 'payload')->outline();

        return new Reading(Container::Payload, $facts, $images);
    }
}

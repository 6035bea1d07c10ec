<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** The phone does not do what was asked; the message is what it shows, the status its number where it has one. */
final class RefusedError extends \RuntimeException
{
    /** the package refuses the phone */
    public const FOREIGN = 7;

    /** the package, or what it should be put on, is broken */
    public const BROKEN = 1;

    public function __construct(public readonly int $status, string $says)
    {
        parent::__construct($says);
    }
}

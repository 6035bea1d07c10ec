<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Words\TornavisError;

/** Nothing answers on the link. */
final class LinkLost extends TornavisError
{
    public static function held(string $says, string $doing): self
    {
        return new self(
            "Another program works with this phone: {$says}",
            'the link',
            'that nobody else works with it',
            "Let the other program end, or end it; the run then goes on with: {$doing}. Nothing is lost.",
        );
    }

    public static function noAnswer(string $where, string $doing, ?\Throwable $previous = null): self
    {
        return new self(
            "The link answers no more while: {$doing}",
            $where,
            'a phone that answers',
            'Check cable and phone, or start the stand-in again, then let the run go on. Nothing is lost.',
            $previous,
        );
    }
}

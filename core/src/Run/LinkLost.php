<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\TornavisError;

/** Nothing answers on the link. */
final class LinkLost extends TornavisError
{
    public static function noAnswer(string $where, string $doing, ?\Throwable $previous = null): self
    {
        return new self("The link answers no more while: {$doing}", $where, 'a phone that answers', 'Check cable and phone, or start the stand-in again, then let the run go on. Nothing is lost.', $previous);
    }
}

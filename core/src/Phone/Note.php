<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** What somebody wrote down about a phone. */
final readonly class Note
{
    /** @param string $at ISO 8601 */
    public function __construct(public string $at, public string $text) {}
}

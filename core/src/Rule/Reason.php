<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

/** Why a step is there, or why it is where it is. */
final readonly class Reason
{
    public function __construct(public string $rule, public string $text) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Words\RuleId;

/** "Everything that begins with $before comes before everything that begins with $after", and who says so. */
final readonly class Constraint
{
    public function __construct(public string $before, public string $after, public RuleId $rule) {}

    public function orders(string $first, string $second): bool
    {
        return str_starts_with($first, $this->before) && str_starts_with($second, $this->after);
    }
}

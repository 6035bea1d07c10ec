<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/** "Everything that begins with $before comes before everything that begins with $after", and who says so. */
final readonly class Constraint
{
    public string $before;

    public string $after;

    public function __construct(StepKey|StepGroup|string $before, StepKey|StepGroup|string $after, public RuleId $rule)
    {
        $this->before = is_string($before) ? $before : $before->value;
        $this->after = is_string($after) ? $after : $after->value;
    }

    public function orders(string $first, string $second): bool
    {
        return str_starts_with($first, $this->before) && str_starts_with($second, $this->after);
    }
}

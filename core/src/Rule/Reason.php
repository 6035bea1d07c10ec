<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Words\RuleId;

/** Why a step is there, or why it is where it is. */
final readonly class Reason
{
    public function __construct(public RuleId $rule, public string $text) {}
}

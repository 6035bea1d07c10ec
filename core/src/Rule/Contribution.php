<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

/** What one rule adds to a plan. */
final readonly class Contribution
{
    /**
     * @param  list<StepDraft>  $steps
     * @param  list<Constraint>  $constraints
     */
    public function __construct(public array $steps = [], public array $constraints = []) {}
}

<?php

declare(strict_types=1);

namespace App\Prove\Mutants;

/** Deliberate mistakes of the planner, each of which proof, rules or simulated phone have to notice. */
final class PlannerMutants
{
    /**
     * @return array<string, Mutant> by name
     */
    public static function all(): array
    {
        return Mutant::listed(__DIR__ . '/planner.json');
    }
}

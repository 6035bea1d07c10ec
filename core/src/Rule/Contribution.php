<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use LogicException;
use Tornavis\Core\Words\StepKey;

/** What one rule adds to a plan. */
final readonly class Contribution
{
    /**
     * @param  list<StepDraft>  $steps
     * @param  list<Constraint>  $constraints
     *
     * @throws LogicException when a key does not exist: a misspelt one would order nothing, and nobody would see it
     */
    public function __construct(public array $steps = [], public array $constraints = [])
    {
        foreach ($steps as $step) {
            if (!StepKey::isKey($step->key)) {
                throw new LogicException("There is no step key \"{$step->key}\". Add it to StepKey.");
            }
        }
        foreach ($constraints as $constraint) {
            foreach ([$constraint->before, $constraint->after] as $beginning) {
                if (!StepKey::isBeginningOfKey($beginning)) {
                    throw new LogicException("No step key begins with \"{$beginning}\".");
                }
            }
        }
    }
}

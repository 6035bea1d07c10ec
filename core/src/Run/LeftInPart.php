<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;

/**
 * What steps may have done that were begun and did not come to a good end.
 *
 * It counts until the step ends well, or until the phone says otherwise.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class LeftInPart
{
    /** @param  array<int, array<string, FactValue>>  $facts  by number of the step */
    public function __construct(private array $facts = []) {}

    public function with(PlannedStep $step): self
    {
        return new self(array_replace($this->facts, [$step->number => $step->midway]));
    }

    public function ended(int $number): self
    {
        return new self(array_diff_key($this->facts, [$number => true]));
    }

    /** @param  array<string, FactValue>  $told  what the phone has said since */
    public function told(array $told): self
    {
        return new self(array_map(static fn(array $facts): array => array_diff_key($facts, $told), $this->facts));
    }

    /**
     * @param  array<string, FactValue>  $facts
     * @return array<string, FactValue>
     */
    public function over(array $facts): array
    {
        return array_merge($facts, ...array_values($this->facts));
    }
}

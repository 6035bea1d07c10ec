<?php

declare(strict_types=1);

namespace App\Prove;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Draws; the same seed gives the same ones. */
final class Dice
{
    private Randomizer $randomizer;

    public function __construct(private readonly int $seed)
    {
        $this->randomizer = new Randomizer(new Mt19937($seed));
    }

    /** Begins anew for the thing of this number, so that what one of them draws shifts nothing in the next. */
    public function beginFor(int $number): void
    {
        $this->randomizer = new Randomizer(new Mt19937(crc32("{$this->seed} {$number}")));
    }

    /** Both ends can be drawn. */
    public function between(int $least, int $most): int
    {
        return $this->randomizer->getInt($least, $most);
    }

    public function chance(int $percent): bool
    {
        return $this->randomizer->getInt(1, 100) <= $percent;
    }

    /**
     * @template T
     *
     * @param  array<int, T>  $of  at least one
     * @return T
     */
    public function one(array $of): mixed
    {
        $values = array_values($of);
        if ($values === []) {
            throw new \LogicException('There is nothing to choose from.');
        }

        return $values[$this->randomizer->getInt(0, count($values) - 1)];
    }
}

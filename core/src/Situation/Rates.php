<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Words\OperationName;

/**
 * How fast things go on this phone: in bytes per second, and in percent of its battery per minute.
 *
 * The defaults are what a plain USB 2 port and a mid-range phone do.
 */
final readonly class Rates
{
    /** Fewer runs say nothing about a model. */
    private const LEAST_RUNS = 3;

    /** One odd run must not make a plan useless. */
    private const LEAST = 0.3;

    private const MOST = 5.0;

    /** Of a battery whose model sheet says nothing: charged slowly and drained fast, so that the plan asks for more. */
    public const CHARGE_PERCENT_PER_MINUTE = 0.6;

    public const DRAIN_PERCENT_PER_MINUTE = 0.4;

    /**
     * @param  int  $runs  how many runs on this model they come from; 0 for the defaults
     * @param  array<string, float>  $factors  by operation: how much longer than reckoned it really takes on this model
     */
    public function __construct(
        public int $linkBytesPerSecond = 12 << 20,
        public int $flashBytesPerSecond = 20 << 20,
        public int $installBytesPerSecond = 1 << 20,
        public int $backupBytesPerSecond = 15 << 20,
        public int $runs = 0,
        public array $factors = [],
    ) {}

    /**
     * The defaults, corrected by what runs on a model took.
     *
     * @param  array<string, float>  $factors  by operation
     */
    public static function learned(array $factors, int $runs): self
    {
        if ($runs < self::LEAST_RUNS) {
            return new self();
        }
        $bounded = array_map(
            static fn(float $factor): float => round(max(self::LEAST, min(self::MOST, $factor)), 2),
            $factors,
        );
        ksort($bounded);

        return new self(runs: $runs, factors: $bounded);
    }

    public function factor(OperationName $operation): float
    {
        return $this->factors[$operation->value] ?? 1.0;
    }
}

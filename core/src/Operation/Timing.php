<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

/** How long a step takes, in seconds: usually, at the longest, and when to give up waiting. */
final readonly class Timing
{
    private function __construct(public int $expectedSeconds, public int $longSeconds, public int $giveUpSeconds) {}

    /** $expected seconds, half as much again when slow, and two and a half times that before giving up. */
    public static function about(int $expected): self
    {
        return new self($expected, (int) ceil($expected * 1.5), max(60, (int) ceil($expected * 2.5)));
    }

    /** The same, as much longer or shorter as runs have shown; giving up is never sooner than reckoned. */
    public function scaled(float $factor): self
    {
        return $factor === 1.0
            ? $this
            : new self(
                max(1, (int) round($this->expectedSeconds * $factor)),
                max(1, (int) ceil($this->longSeconds * $factor)),
                max($this->giveUpSeconds, (int) ceil($this->giveUpSeconds * $factor)),
            );
    }

    public static function of(int $expected, int $long, int $giveUp): self
    {
        return new self($expected, $long, $giveUp);
    }
}

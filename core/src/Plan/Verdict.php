<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;

/** What the findings come to. */
final readonly class Verdict
{
    public const CLEAR = 'clear';

    public const SETTLE = 'settle';

    public const STOP = 'stop';

    private function __construct(public string $level, public int $toSettle) {}

    /**
     * @param  list<Finding>  $findings
     */
    public static function of(array $findings): self
    {
        $count = static fn(Severity $severity): int => count(
            array_filter($findings, static fn(Finding $f): bool => $f->severity === $severity),
        );
        $open = $count(Severity::Settle);

        return new self($count(Severity::Stop) > 0 ? self::STOP : ($open > 0 ? self::SETTLE : self::CLEAR), $open);
    }

    public function words(): string
    {
        return match ($this->level) {
            self::STOP => 'Do not run',
            self::SETTLE => $this->toSettle === 1 ? '1 thing to decide' : "{$this->toSettle} things to decide",
            default => 'Clear to run',
        };
    }
}

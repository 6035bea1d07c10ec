<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** Who works with which phone: one at a time, until they leave or are silent for long. */
final class Leases
{
    private const SILENT_SECONDS = 600;

    /**
     * @var array<string, array{string, float}> holder and seconds of no certain day of the last word, by serial
     *     number
     */
    private array $held = [];

    /** @return bool whether the phone is this holder's; one without a name has it only while nobody else has */
    public function take(string $serial, string $holder): bool
    {
        if (isset($this->held[$serial]) && $this->held[$serial][0] !== $holder && $this->isFresh($serial)) {
            return false;
        }
        if ($holder === '') {
            unset($this->held[$serial]);
        } else {
            $this->held[$serial] = [$holder, hrtime(true) / 1e9];
        }

        return true;
    }

    /** While the phone is at work for its holder. */
    public function goOn(string $serial): void
    {
        if (isset($this->held[$serial])) {
            $this->held[$serial][1] = hrtime(true) / 1e9;
        }
    }

    public function end(string $serial, string $holder): void
    {
        if (($this->held[$serial][0] ?? null) === $holder) {
            unset($this->held[$serial]);
        }
    }

    public function holder(string $serial): string
    {
        return $this->held[$serial][0] ?? '';
    }

    private function isFresh(string $serial): bool
    {
        return hrtime(true) / 1e9 - $this->held[$serial][1] < self::SILENT_SECONDS;
    }
}

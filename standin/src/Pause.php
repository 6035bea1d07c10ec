<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** Time that passes on the phone, with what it shows meanwhile. */
final readonly class Pause
{
    /**
     * @param  float  $seconds  on the phone's clock
     * @param  ?int  $percent  what the computer's progress shows, where there is any
     */
    public function __construct(
        public float $seconds,
        public string $shows,
        public ?int $percent = null,
        public bool $charging = false,
    ) {}
}

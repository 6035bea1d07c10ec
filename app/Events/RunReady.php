<?php

declare(strict_types=1);

namespace App\Events;

/** A run can go on, and some worker should take it up. */
final readonly class RunReady
{
    public function __construct(public int $runId) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** What is seen while a step is under way. */
final readonly class Progress
{
    public function __construct(public string $shows, public ?int $percent, public int $elapsedSeconds) {}
}

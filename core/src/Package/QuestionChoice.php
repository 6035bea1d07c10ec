<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** One answer to a question of an installer, and what it changes. */
final readonly class QuestionChoice
{
    public function __construct(public string $id, public string $label, public string $changes) {}
}

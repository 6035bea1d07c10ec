<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Words\Phase;

/** A step that a rule asks for, before it has a place in the order. */
final readonly class StepDraft
{
    /**
     * @param  string  $key  unique in the plan; its beginning is what constraints name ("base.firmware.b")
     * @param  list<Reason>  $reasons
     */
    public function __construct(
        public string $key,
        public Phase $phase,
        public Operation $operation,
        public array $reasons,
    ) {}
}

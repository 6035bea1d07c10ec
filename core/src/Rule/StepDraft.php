<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\StepKey;

/** A step that a rule asks for, before it has a place in the order. */
final readonly class StepDraft
{
    public string $key;

    /**
     * @param  StepKey|string  $key  unique in the plan; its beginning is what constraints name
     * @param  list<Reason>  $reasons
     */
    public function __construct(
        StepKey|string $key,
        public Phase $phase,
        public Operation $operation,
        public array $reasons,
    ) {
        $this->key = is_string($key) ? $key : $key->value;
    }
}

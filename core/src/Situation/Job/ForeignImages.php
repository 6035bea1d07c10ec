<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation\Job;

/** The slots that start an image of another build than their system. */
final readonly class ForeignImages
{
    /**
     * @param  list<string>  $slots
     * @param  bool  $always  whether verification refuses it for certain, so that "unknown" counts as on
     */
    public function __construct(public array $slots, public bool $always) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** Why the content of a file is not what belongs where it goes. */
final readonly class Mismatch
{
    /**
     * @param  string  $why  a sentence about the file
     * @param  MismatchWay  $way  what would make it right
     * @param  ?int  $moreBytes  room that this takes; null where it is not known or nothing is made
     * @param  ?string  $partition  whose image has to be taken out
     */
    public function __construct(
        public string $why,
        public MismatchWay $way,
        public ?int $moreBytes = null,
        public ?string $partition = null,
    ) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** What there is at one step to bring the phone back with, by name of the file. */
final readonly class AtHand
{
    /**
     * @param  ?string  $build  that the recovery can install
     * @param  ?string  $image  that the job is about and that is written from the bootloader: a kernel, a bundle
     * @param  ?string  $recovery  that can be written again
     * @param  ?string  $emptyLayout  that a slot without partitions gets first
     * @param  bool  $layoutChanged  whether the phone was divided anew and no build went in since: no old system starts
     * @param  ?string  $again  what has to be written again before anything else, in a sentence
     * @param  ?string  $wholeSet  a backup off the phone that brings the old system back with its data, in words
     * @param  ?string  $kernel  by its name, that the plan puts beside a system which is there already
     */
    public function __construct(
        public ?string $build = null,
        public ?string $image = null,
        public ?string $recovery = null,
        public ?string $emptyLayout = null,
        public bool $layoutChanged = false,
        public ?string $again = null,
        public ?string $wholeSet = null,
        public ?string $kernel = null,
    ) {}
}

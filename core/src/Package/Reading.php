<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Fact;

/** What a reader found in a file. */
final readonly class Reading
{
    /**
     * @param  list<Fact>  $facts
     * @param  list<PartitionImage>  $images
     * @param  list<string>  $notUnderstood  statements in the file that could not be interpreted, as they stand
     */
    public function __construct(
        public Container $container,
        public array $facts,
        public array $images = [],
        public array $notUnderstood = [],
    ) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** A partition's image inside a package. */
final readonly class PartitionImage
{
    /**
     * @param  int  $sizeBytes  size once written
     * @param  ?string  $sha256  of the image once written, hex
     * @param  ?string  $content  form of such an entry, told from its first bytes: a value of {@see Container}
     * @param  ?string  $entry  path of the image inside a zip, where it lies there as a file of its own
     */
    public function __construct(
        public string $partition,
        public int $sizeBytes,
        public ?string $sha256 = null,
        public ?string $entry = null,
        public ?string $content = null,
    ) {}
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

/** What the manifest of a payload says of one partition, and where its operations stand in the manifest. */
final readonly class ManifestPartition
{
    /**
     * @param  ?int  $sizeBytes  of the new image; null where it is not stated
     * @param  string  $hash  SHA-256 of the new image, binary; "" where it is not stated
     * @param  bool  $fromOld  whether it is built from the image of an older build
     * @param  int  $at  first byte of its message in the manifest
     * @param  int  $end  the byte after its last
     */
    public function __construct(
        public string $name,
        public ?int $sizeBytes,
        public string $hash,
        public bool $fromOld,
        public int $at,
        public int $end,
    ) {}
}

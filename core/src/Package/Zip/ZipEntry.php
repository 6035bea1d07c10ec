<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

/** One file in a zip's central directory; sizes in bytes, offsets from the start of the archive. */
final readonly class ZipEntry
{
    public const STORED = 0;

    public const DEFLATED = 8;

    public function __construct(
        public string $name,
        public int $method,
        public int $packedBytes,
        public int $sizeBytes,
        public int $crc32,
        public int $headerOffset,
    ) {}

    public function isFolder(): bool
    {
        return str_ends_with($this->name, '/');
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** A model number under a codename. */
final readonly class Variant
{
    /** Stands where nobody knows the chipset. */
    public const UNKNOWN = 'unknown';

    public function __construct(
        public string $model,
        public string $chipset,
        public ?string $region = null,
        public ?string $carrier = null,
        public ?string $note = null,
    ) {}

    public function knownChipset(): ?string
    {
        return $this->chipset === self::UNKNOWN ? null : $this->chipset;
    }
}

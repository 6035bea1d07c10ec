<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** A model number under a codename. */
final readonly class Variant
{
    /** @param  ?string  $chipset  null where nobody knows it */
    public function __construct(
        public string $model,
        public ?string $chipset = null,
        public ?string $region = null,
        public ?string $carrier = null,
        public ?string $note = null,
    ) {}
}

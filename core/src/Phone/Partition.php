<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Package\Destination;

/** A row of a model's partition table. */
final readonly class Partition
{
    /**
     * @param  ?int  $sizeBytes  of a logical one, which has no fixed size, as shipped; null where nobody knows
     * @param  ?bool  $perSlot  null where nobody knows
     * @param  bool  $firmware  written by firmware packages
     * @param  bool  $verification  holds a verification header that the bootloader checks the others against
     * @param  bool  $startsSystem  belongs to the images that must fit the OS of the slot for it to start
     */
    public function __construct(
        public string $name,
        public ?int $sizeBytes,
        public ?bool $perSlot,
        public bool $firmware = false,
        public bool $logical = false,
        public bool $startsSystem = false,
        public bool $verification = false,
    ) {}

    /** What an image has to be that is written here. */
    public function destination(): Destination
    {
        return Destination::partition($this->name, $this->verification);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/**
 * The memory card of a phone. A card that the phone uses as internal storage is encrypted with a key that lies among
 * the data: no recovery reads it, and an erase of the data takes all that is on it.
 */
final readonly class MemoryCard
{
    /** File systems that hold no file of 4 GiB or more: a length of 32 bits is all that an entry has. */
    private const SHORT = ['vfat', 'fat', 'fat32'];

    private const SHORT_BYTES = (4 << 30) - 1;

    public ?bool $present;

    /** whether the phone uses it as internal storage; null where nobody knows */
    public ?bool $adopted;

    public ?int $freeBytes;

    private ?string $fileSystem;

    public function __construct(State $state)
    {
        $this->present = $state->flag(StateField::CardPresent);
        $this->adopted = $this->present === false ? false : $state->flag(StateField::CardAdopted);
        $this->freeBytes = $state->int(StateField::CardFreeBytes);
        $this->fileSystem = $state->text(StateField::CardFileSystem);
    }

    /** Whether a recovery can read and write it, as far as is known. */
    public function isReadable(): bool
    {
        return $this->present === true && $this->adopted !== true;
    }

    /** Whether it goes with the data. */
    public function goesWithData(): bool
    {
        return $this->present !== false && $this->adopted === true;
    }

    /** Whether a file of this size can lie on it, whatever room there is; null where nobody knows. */
    public function takesFileOf(int $bytes): ?bool
    {
        return match (true) {
            $bytes <= self::SHORT_BYTES => true,
            $this->fileSystem === null => null,
            default => !in_array($this->fileSystem, self::SHORT, true),
        };
    }
}

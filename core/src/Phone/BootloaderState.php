<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** What is known about the bootloader: null is unknown. */
final readonly class BootloaderState
{
    public ?bool $unlocked;

    public ?bool $unlockAllowed;

    public ?int $rollbackIndex;

    public function __construct(State $state)
    {
        $this->unlocked = $state->flag(StateField::BootloaderUnlocked);
        $this->unlockAllowed = $state->flag(StateField::UnlockAllowed);
        $this->rollbackIndex = $state->int(StateField::RollbackIndex);
    }
}

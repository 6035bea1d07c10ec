<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

/** One phone in one run at one moment: what the ranking of causes looks at. */
final readonly class TroubleCase
{
    /**
     * @param  ?Mode  $expectedMode  that the step in hand works in; null where there is no step
     * @param  ?bool  $fileVerified  whether the file of the step in hand was verified against its publisher; null where
     *     the step has none
     * @param  int  $tries  how often the step in hand was begun
     * @param  list<OperationName>  $done  what was done earlier in this run
     */
    public function __construct(
        public State $state,
        public ModelSheet $sheet,
        public ?Mode $expectedMode,
        public ?bool $fileVerified,
        public int $tries,
        private array $done,
    ) {}

    /** Why the slot that starts next would not start, as far as it is known. */
    public function obstacle(): ?string
    {
        return BootCheck::obstacle($this->state, $this->sheet, $this->slot());
    }

    public function slot(): string
    {
        return $this->state->activeSlot() ?? $this->sheet->slots[0];
    }

    /** That the firmware is below what the system needs, in a sentence; null where it is not known to be so. */
    public function firmwareTooOld(): ?string
    {
        $slot = $this->slot();
        $needed = $this->state->slot($slot)->os->firmwareMin;
        $has = $this->state->slot($slot)->firmware;
        if ($needed === null || ($has !== null && !$has->olderThan($needed))) {
            return null;
        }

        return Slot::named($slot) . ' holds firmware ' . ($has ?? 'that nobody has seen') . ", {$needed} is needed.";
    }

    /** Whether the data on the phone was written by another system than the one that would start. */
    public function hasForeignData(): bool
    {
        $writer = $this->state->data()->writtenBy;

        return $writer !== null && $writer !== $this->state->slot($this->slot())->os->family;
    }

    public function holdsSystem(): bool
    {
        return $this->state->slot($this->slot())->os->isComplete();
    }

    /** Whether one of these operations was done earlier in this run. */
    public function did(OperationName ...$operations): bool
    {
        foreach ($operations as $operation) {
            if (in_array($operation, $this->done, true)) {
                return true;
            }
        }

        return false;
    }
}

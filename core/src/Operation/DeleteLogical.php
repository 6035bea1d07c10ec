<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;

/** Takes one logical partition out of super, so that its room is free for another. */
final readonly class DeleteLogical extends Operation
{
    public function __construct(private string $partition, private string $slot, private int $bytes) {}

    public function name(): OperationName
    {
        return OperationName::DeleteLogical;
    }

    public function title(): string
    {
        return "Remove {$this->place()} from super";
    }

    public function parameters(): array
    {
        return ['partition' => $this->partition, 'slot' => $this->slot];
    }

    public function mode(): Mode
    {
        return Mode::UserspaceBootloader;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        return $sheet->partition($this->partition)?->logical === true
            ? []
            : ["{$this->place()} does not lie inside super."];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $size = [StateField::SizeInSuper->in($this->slot, $this->partition) => 0];
        // A system looks for all that came with it: without one of its partitions it is there, and does not start.
        $isBroken = $state->slot($this->slot)->os->isComplete();

        return match (true) {
            $this->partition === PartitionName::System->value => $size + ErasePartitions::noSystem($this->slot),
            $isBroken => $size + [StateField::OsState->in($this->slot) => SystemState::Incomplete->value],
            default => $size,
        };
    }

    public function takesAway(State $state): string
    {
        return "This step takes {$this->place()} off the phone.";
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(5);
    }

    public function instruction(): string
    {
        return "Remove the logical partition {$this->place()}. It frees " . Size::text($this->bytes) . '.';
    }

    public function youWillSee(): string
    {
        return 'One line that says the partition was deleted.';
    }

    public function evidence(): string
    {
        return "{$this->place()} is no longer listed.";
    }

    public function whenItFails(): string
    {
        return 'List the logical partitions; if it is gone already, go on. Remove no other one instead.';
    }

    private function place(): string
    {
        return Slot::isOnly($this->slot) ? $this->partition : "{$this->partition} of slot " . strtoupper($this->slot);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;

/** Erases the partitions of one slot that a new layout takes the place of. The system in them is gone. */
final readonly class ErasePartitions extends Operation
{
    /**
     * @param  list<string>  $partitions
     */
    public function __construct(private array $partitions, private string $slot) {}

    public function name(): OperationName
    {
        return OperationName::Erase;
    }

    public function title(): string
    {
        return 'Erase ' . implode(', ', $this->partitions) . Slot::phrase('of', $this->slot);
    }

    public function parameters(): array
    {
        return ['partitions' => $this->partitions, 'slot' => $this->slot];
    }

    public function mode(): Mode
    {
        return Mode::Bootloader;
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
        return self::whileLocked($state);
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::Layout->in($this->slot) => PartitionLayout::Erased->value] + self::noSystem($this->slot);
    }

    /**
     * A slot without a system.
     *
     * @return array<string, string|null>
     */
    public static function noSystem(string $slot): array
    {
        $effects = [StateField::OsState->in($slot) => SystemState::None->value];
        foreach (
            [
                StateField::OsFamily,
                StateField::OsVersion,
                StateField::OsRelease,
                StateField::OsBuildId,
                StateField::OsPatchLevel,
                StateField::OsServices,
                StateField::OsFirmwareMin,
                StateField::OsVendorMin,
                StateField::OsSigner,
                StateField::OsBase,
                StateField::OsExtras,
                StateField::Root,
            ]
            as $field
        ) {
            $effects[$field->in($slot)] = null;
        }

        return $effects;
    }

    public function takesAway(State $state): string
    {
        return 'This step empties ' . implode(', ', $this->partitions) . Slot::phrase('of', $this->slot) . '.';
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(5 * count($this->partitions));
    }

    public function instruction(): string
    {
        return 'Erase ' .
            implode(', ', $this->partitions) .
            Slot::phrase('in', $this->slot) .
            ', one after the other. From the first of them on the system of this slot is gone.';
    }

    public function youWillSee(): string
    {
        return 'For each partition one line that says it was erased.';
    }

    public function evidence(): string
    {
        return 'Each partition is reported as erased.';
    }

    public function whenItFails(): string
    {
        return 'Repeat the partition that was not erased. The bootloader and the recovery are untouched.';
    }
}

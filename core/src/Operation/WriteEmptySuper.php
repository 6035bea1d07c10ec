<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
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

/** Writes an empty layout of logical partitions for the active slot; each slot keeps a layout of its own. */
final readonly class WriteEmptySuper extends Operation
{
    public function __construct(private Package $package, private string $slot) {}

    public function name(): OperationName
    {
        return OperationName::WriteEmptySuper;
    }

    public function title(): string
    {
        return 'Write the empty layout' . Slot::phrase('for', $this->slot);
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'slot' => $this->slot];
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
        $refusals =
            $state->activeSlot() === $this->slot
                ? []
                : [
                    "The layout is written for the active slot, which would be {$state->activeSlot()}, not " .
                    "{$this->slot}.",
                ];
        $divides = self::dividesWhatIsThere($sheet);
        if (!$divides && $state->slot($this->slot)->os->state !== SystemState::None) {
            $refusals[] = Slot::named($this->slot) . ' still holds the old partitions; they have to be erased first.';
        }
        $mismatch = Destination::emptyLayout()->mismatch($this->package);
        if ($mismatch !== null) {
            $refusals[] = $mismatch->why;
        }
        $size = $this->package->facts->int(Field::SUPER_SIZE);
        if ($size !== null && $sheet->superBytes !== null && $size > $sheet->superBytes) {
            $refusals[] = "The layout is for {$size} bytes; the phone has {$sheet->superBytes}.";
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        if (!self::dividesWhatIsThere($sheet)) {
            return [StateField::Layout->in($this->slot) => PartitionLayout::Dynamic->value];
        }
        $effects = [];
        foreach ($sheet->slots as $slot) {
            $effects += ErasePartitions::noSystem($slot);
            foreach ($sheet->logicalPartitions() as $partition) {
                $effects[StateField::SizeInSuper->in($slot, $partition)] = 0;
            }
        }

        return $effects;
    }

    /** On a model that was made with a dynamic layout the partitions of every slot lie in the room that is divided. */
    private static function dividesWhatIsThere(ModelSheet $sheet): bool
    {
        return $sheet->dynamicLayout === 'native';
    }

    public function takesAway(State $state): string
    {
        return 'This step divides the room of the system anew; no logical partition of the old layout is left.';
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(10);
    }

    public function instruction(): string
    {
        return "Write {$this->package->name()} as the new empty layout" .
            (Slot::isOnly($this->slot) ? '.' : ' while slot ' . strtoupper($this->slot) . ' is the active one.');
    }

    public function youWillSee(): string
    {
        return 'One line that says the layout was updated.';
    }

    public function evidence(): string
    {
        return 'The userspace bootloader lists the new partitions, each with zero bytes.';
    }

    public function whenItFails(): string
    {
        return 'Write it again. Without it the build finds no partitions; the recovery is still there.';
    }
}

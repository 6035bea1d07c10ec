<?php

declare(strict_types=1);

namespace Tornavis\Core\Trouble;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Starting;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;

/** One phone in one run at one moment: what the ranking of causes looks at. */
final readonly class TroubleCase
{
    public State $state;

    public ?PlannedStep $step;

    /**
     * @param  array<string, mixed>  $plan  a plan document
     */
    public function __construct(private array $plan, public RunState $run, public ModelSheet $sheet)
    {
        $facts = [];
        foreach ($run->facts as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone);
        }
        $this->state = State::of(...$facts);
        $this->step = $run->step === null ? null : PlannedStep::allOf($plan)[$run->step - 1] ?? null;
    }

    /** Whether the file of the step in hand was verified against its publisher; null where the step has none. */
    public function fileVerified(): ?bool
    {
        $file = $this->step?->parameters['package'] ?? null;
        /** @var list<array{name: string, integrity: string}> $kit */
        $kit = $this->plan['kit'];
        foreach ($kit as $row) {
            if ($row['name'] === $file) {
                return $row['integrity'] === 'verified';
            }
        }

        return null;
    }

    /** Why the slot that starts next would not start, as far as it is known. */
    public function obstacle(): ?string
    {
        return Starting::obstacle($this->state, $this->sheet, $this->slot());
    }

    public function slot(): string
    {
        return $this->state->activeSlot() ?? $this->sheet->slots[0];
    }

    /** How often the step in hand was begun. */
    public function tries(): int
    {
        return $this->run->tries[$this->run->step ?? 0] ?? 0;
    }

    /** That the firmware is below what the system needs, in a sentence; null where it is not known to be so. */
    public function firmwareTooOld(): ?string
    {
        $slot = $this->slot();
        $needed = $this->state->version("slot.{$slot}.os.firmwareMin");
        $has = $this->state->version("slot.{$slot}.firmware.version");
        if ($needed === null || ($has !== null && !$has->olderThan($needed))) {
            return null;
        }

        return ($slot === '-' ? 'The phone' : 'Slot ' . strtoupper($slot)) .
            ' holds firmware ' .
            ($has ?? 'that nobody has seen') .
            ", {$needed} is needed.";
    }

    /** Whether the data on the phone was written by another system than the one that would start. */
    public function hasForeignData(): bool
    {
        $writer = $this->state->text('data.writtenBy');

        return $writer !== null && $writer !== $this->state->text("slot.{$this->slot()}.os.family");
    }

    public function holdsSystem(): bool
    {
        return $this->state->text("slot.{$this->slot()}.os.state") === 'complete';
    }

    /** Whether one of these operations was done earlier in this run. */
    public function did(string ...$operations): bool
    {
        foreach (PlannedStep::allOf($this->plan) as $step) {
            if (in_array($step->operation, $operations, true) && ($this->run->steps[$step->number] ?? '') === 'done') {
                return true;
            }
        }

        return false;
    }
}

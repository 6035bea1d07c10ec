<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class SetActive extends Operation
{
    /**
     * @param  Mode  $in  the bootloader, or the userspace bootloader
     */
    public function __construct(private string $slot, private Mode $in = Mode::Bootloader) {}

    public function name(): OperationName
    {
        return OperationName::SetActive;
    }

    public function title(): string
    {
        return 'Make slot ' . strtoupper($this->slot) . ' the active one';
    }

    public function parameters(): array
    {
        return ['slot' => $this->slot];
    }

    public function mode(): Mode
    {
        return $this->in;
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
        if (!in_array($this->slot, $sheet->slots, true)) {
            return ["The phone has no slot {$this->slot}."];
        }

        return $state->slot($this->slot)->firmware === null
            ? [
                "What firmware slot {$this->slot} holds is unknown; without any, the phone would not " .
                'even reach its bootloader.',
            ]
            : [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::ActiveSlot->value => $this->slot];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(5);
    }

    public function instruction(): string
    {
        return 'Set the active slot to ' .
            strtoupper($this->slot) .
            ', so that it is the one that the next step works on.';
    }

    public function youWillSee(): string
    {
        return 'The bootloader reports slot ' . strtoupper($this->slot) . ' as current.';
    }

    public function evidence(): string
    {
        return 'Asked for its current slot the bootloader answers ' . $this->slot . '.';
    }

    public function whenItFails(): string
    {
        return 'Nothing has changed. Set the former slot active and stop.';
    }
}

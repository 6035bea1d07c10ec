<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class ProveLink extends Operation
{
    /**
     * @param  ?string  $slot  the slot that has to be current, where the mode shows it and the plan rests on it
     */
    public function __construct(private Mode $in, private ?string $serial, private ?string $slot = null) {}

    public function name(): OperationName
    {
        return OperationName::ProveLink;
    }

    public function title(): string
    {
        return "Prove the link by serial number in {$this->in->place()}";
    }

    public function parameters(): array
    {
        return ['mode' => $this->in->value] +
            array_filter(['serial' => $this->serial, 'slot' => $this->slot], is_string(...));
    }

    public function mode(): Mode
    {
        return $this->in;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $isOn = $state->flag(StateField::DebuggingAllowed) === true;
        $isTrusted = $state->flag(StateField::DebuggingAuthorised) === true;

        return $this->in !== Mode::System || ($isOn && $isTrusted)
            ? []
            : ['Debugging is off or this computer is not authorised, as far as is known.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::LinkProven->of($this->in) => true];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(20);
    }

    public function instruction(): string
    {
        return 'List the phones that the computer sees in this mode.' .
            ($this->slot === null ? '' : ' Read which slot is current.');
    }

    public function youWillSee(): string
    {
        return ($this->serial === null
            ? 'One phone with its serial number'
            : "One phone with the serial number {$this->serial}") .
            ($this->slot === null ? '.' : ', and slot ' . strtoupper($this->slot) . ' as the current one.');
    }

    public function evidence(): string
    {
        return $this->serial === null
            ? 'A serial number is listed.'
            : "The serial number is {$this->serial}, character by character" .
                    ($this->slot === null ? '.' : ', and slot ' . strtoupper($this->slot) . ' is current.');
    }

    public function whenItFails(): string
    {
        return 'Use a short original cable in a plain USB 2 port, check the driver, and try again. Nothing has ' .
            'been written.';
    }
}

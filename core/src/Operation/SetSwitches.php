<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Switches in the developer options: debugging, and unlocking where it is asked for. */
final readonly class SetSwitches extends Operation
{
    /** @param  bool  $again  whether an erase has switched them off */
    public function __construct(private bool $allowUnlock, private bool $again = false) {}

    public function name(): OperationName
    {
        return OperationName::SetSwitches;
    }

    public function title(): string
    {
        return match (true) {
            $this->allowUnlock => 'Allow unlocking and debugging',
            $this->again => 'Allow debugging again',
            default => 'Allow debugging, and authorise this computer',
        };
    }

    public function parameters(): array
    {
        return ['switches' => $this->allowUnlock ? ['unlock', 'debugging'] : ['debugging']];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::DebuggingAllowed->value => true, StateField::DebuggingAuthorised->value => true] +
            ($this->allowUnlock ? [StateField::UnlockAllowed->value => true] : []);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(90);
    }

    public function instruction(): string
    {
        $what = match (true) {
            $this->allowUnlock => 'switch on both that unlocking is allowed and that debugging is',
            $this->again => 'switch debugging on; the erase has switched it off',
            default => 'see that debugging is on',
        };

        return "Open the developer options (tap the build number in the about page until they appear) and {$what}. " .
            'Authorise this computer when the phone asks.';
    }

    public function youWillSee(): string
    {
        return $this->allowUnlock
            ? 'Both switches stay on.'
            : 'The switch stays on, and the phone asks whether to trust this computer.';
    }

    public function evidence(): string
    {
        return 'The phone is listed with its serial number' .
            ($this->allowUnlock ? ', and the switch for unlocking is on.' : '.');
    }

    public function whenItFails(): string
    {
        return 'A grey switch for unlocking waits for the network, for an account, or for the end of the maker\'s ' .
            'wait. The carrier may forbid it. Follow the maker\'s terms.';
    }
}

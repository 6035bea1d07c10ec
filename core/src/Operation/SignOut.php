<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class SignOut extends Operation
{
    public function name(): OperationName
    {
        return OperationName::SignOut;
    }

    public function title(): string
    {
        return 'Sign out of every account';
    }

    public function parameters(): array
    {
        return [];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::Accounts->value => false];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(120);
    }

    public function instruction(): string
    {
        return 'In the settings of the phone, remove every account. The owner does this; there is no way round it, ' .
            'and none is offered here.';
    }

    public function youWillSee(): string
    {
        return 'An empty list of accounts.';
    }

    public function evidence(): string
    {
        return 'The list of accounts is empty.';
    }

    public function whenItFails(): string
    {
        return 'Stop. Without the owner\'s password the erase would lock the phone.';
    }
}

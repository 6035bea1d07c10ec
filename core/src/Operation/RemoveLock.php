<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class RemoveLock extends Operation
{
    public function name(): OperationName
    {
        return OperationName::RemoveLock;
    }

    public function title(): string
    {
        return 'Remove screen lock and biometrics';
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
        return [StateField::ScreenLock->value => false];
    }

    public function losses(State $state): array
    {
        return $state->flag(StateField::ScreenLock) === false ? [] : [LossClass::ScreenLock];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(60);
    }

    public function instruction(): string
    {
        return 'In the security settings, set the screen lock to none and delete the stored fingers and faces.';
    }

    public function youWillSee(): string
    {
        return 'The phone opens with a plain swipe.';
    }

    public function evidence(): string
    {
        return 'Switch the screen off and on: nothing is asked.';
    }

    public function whenItFails(): string
    {
        return 'A work profile or an administrator app may insist on a lock; remove it first.';
    }
}

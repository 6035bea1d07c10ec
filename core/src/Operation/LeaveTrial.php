<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Ends a trial: the installed system starts again, and the trial's room is given back. */
final readonly class LeaveTrial extends Operation
{
    public function name(): OperationName
    {
        return OperationName::LeaveTrial;
    }

    public function title(): string
    {
        return 'Leave the trial and remove it';
    }

    public function parameters(): array
    {
        return [];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        return $state->text(StateField::TrialFamily) === null ? ['No trial would be running.'] : [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [StateField::TrialFamily->value => null, StateField::TrialVersion->value => null];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(90);
    }

    public function instruction(): string
    {
        return 'Try what matters to you: calls, network, camera, sound, storage. Then restart, and discard the ' .
            'trial in the notice of the installed system.';
    }

    public function youWillSee(): string
    {
        return 'The installed system with its data, as it was.';
    }

    public function evidence(): string
    {
        return 'The about page names the installed system again.';
    }

    public function whenItFails(): string
    {
        return 'Restart once more. A trial is never started twice by itself.';
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Puts a generic image beside the installed system, into free room of the data partition, and starts it once. */
final readonly class StartTrial extends Operation
{
    public function __construct(private Package $package, private int $neededBytes) {}

    public function name(): OperationName
    {
        return OperationName::StartTrial;
    }

    public function title(): string
    {
        return "Start {$this->package->title()} beside the installed system";
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name()];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $free = $state->data()->freeBytes;

        return $free !== null && $free < $this->neededBytes
            ? ["The storage has {$free} bytes free; the trial needs {$this->neededBytes}."]
            : [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [
            StateField::TrialFamily->value => Nameless::orNameOf($this->package),
            StateField::TrialVersion->value => $this->package->facts->text(Field::VERSION),
        ];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(180 + intdiv($this->neededBytes, $rates->linkBytesPerSecond));
    }

    public function instruction(): string
    {
        return "Copy {$this->package->name()} to the phone, have its system set it up as a trial, and restart into it.";
    }

    public function youWillSee(): string
    {
        return 'A notice that the trial is being set up, then its own first screen after the restart.';
    }

    public function evidence(): string
    {
        return "The about page names {$this->package->title()}.";
    }

    public function oddities(): array
    {
        return [
            'The trial has empty data of its own. Your data cannot be seen from there, and that is as it should be.',
        ];
    }

    public function whenItFails(): string
    {
        return 'Restart: the installed system starts with its data. A trial that does not start says that the real ' .
            'thing would not either.';
    }
}

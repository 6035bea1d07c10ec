<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Package\Destination;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Starts a recovery from the computer without writing it. It is gone after the next restart. */
final readonly class BootOnce extends Operation
{
    public function __construct(private Package $package) {}

    public function name(): OperationName
    {
        return OperationName::BootOnce;
    }

    public function title(): string
    {
        return "Start {$this->package->title()} once";
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name()];
    }

    public function mode(): Mode
    {
        return Mode::Bootloader;
    }

    public function modeAfter(): Mode
    {
        return Mode::Recovery;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $mismatch = Destination::startedOnce()->mismatch($this->package);

        return [...self::whileLocked($state), ...$mismatch === null ? [] : [$mismatch->why]];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [
            StateField::Mode->value => Mode::Recovery->value,
            StateField::RunningSlot->value => $state->activeSlot() ?? $sheet->slots[0],
            StateField::RunningRecovery->value => $this->package->facts->list(Field::ABILITIES),
        ];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(40);
    }

    public function instruction(): string
    {
        return "Start the phone once from {$this->package->name()}. Nothing is written; do not restart the phone " .
            'before the work is done.';
    }

    public function youWillSee(): string
    {
        return "The logo, then the first screen of {$this->package->title()}.";
    }

    public function evidence(): string
    {
        return 'The phone is listed in recovery.';
    }

    public function whenItFails(): string
    {
        return 'Nothing was written. Restart into the bootloader and try again; some phones want the image of ' .
            'their own slot.';
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Slot;

final readonly class Reboot extends Operation
{
    public function __construct(private Mode $from, private Mode $to) {}

    public function name(): OperationName
    {
        return OperationName::Reboot;
    }

    public function title(): string
    {
        return match (true) {
            $this->from === $this->to => "Restart {$this->to->place()}",
            $this->to === Mode::Sideload => 'Start sideload in the recovery',
            $this->from === Mode::Sideload => 'Leave sideload for the recovery',
            default => "Restart into {$this->to->place()}",
        };
    }

    public function parameters(): array
    {
        return ['mode' => $this->to->value];
    }

    public function mode(): Mode
    {
        return $this->from;
    }

    public function modeAfter(): Mode
    {
        return $this->to;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $isRestart = $this->to !== Mode::Sideload && $this->from !== Mode::Sideload;
        $refusal = $isRestart ? Restart::refusal($state, $sheet) : null;
        if ($refusal !== null) {
            return [$refusal];
        }
        $obstacle = $this->to === Mode::System ? BootCheck::obstacle($state, $sheet, $slot) : null;
        if ($obstacle !== null) {
            return [Slot::named($slot) . " would not start: {$obstacle}."];
        }
        if (
            $this->to === Mode::Recovery &&
            $this->from !== Mode::Sideload &&
            $state->slot($slot)->layout === PartitionLayout::Erased
        ) {
            return [
                'With the old partitions gone a command leads back to the bootloader; only the keys lead to the ' .
                'recovery.',
            ];
        }
        $obstacle =
            $this->to === Mode::Recovery && $this->from !== Mode::Sideload
                ? BootCheck::recoveryObstacle($state, $sheet, $slot)
                : null;
        if ($obstacle !== null) {
            return [$obstacle];
        }
        if (
            $this->to === Mode::Sideload &&
            !in_array(Ability::Sideload->value, RunningRecovery::abilities($state), true)
        ) {
            return ['The running recovery cannot sideload.'];
        }

        return [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        // Sideload is a state of the running recovery; the phone does not restart for it.
        return $this->to === Mode::Sideload || $this->from === Mode::Sideload
            ? [StateField::Mode->value => $this->to->value]
            : Restart::effects($state, $this->to);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(
            match ($this->to) {
                Mode::Sideload => 10,
                Mode::Bootloader => 20,
                default => 45,
            },
        );
    }

    public function instruction(): string
    {
        if ($this->from === Mode::Sideload) {
            return 'Cancel the sideload on the phone, so that the recovery shows its first screen again.';
        }

        return match ($this->to) {
            Mode::Sideload => 'Choose sideload in the recovery, so that it waits for the computer.',
            Mode::System => 'Restart the phone into its system.',
            default => "Restart the phone into {$this->to->place()}, by command or with its keys.",
        };
    }

    public function youWillSee(): string
    {
        return match ($this->to) {
            Mode::Sideload => 'The recovery says that it waits for a package.',
            Mode::Recovery => "The recovery's first screen.",
            Mode::Bootloader => 'The bootloader\'s text screen.',
            default => 'The logo, then the system.',
        };
    }

    public function evidence(): string
    {
        return "The phone is listed in {$this->to->place()}.";
    }

    public function whenItFails(): string
    {
        return 'Use the keys of this model instead of the command. Do not pull the battery or hold keys at random.';
    }
}

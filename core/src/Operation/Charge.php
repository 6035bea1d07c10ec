<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class Charge extends Operation
{
    /** @param  Mode  $in  where the phone is while it charges */
    public function __construct(private int $toPercent, private Mode $in = Mode::System) {}

    public function name(): OperationName
    {
        return OperationName::Charge;
    }

    public function title(): string
    {
        return "Charge to {$this->toPercent} percent";
    }

    public function parameters(): array
    {
        return ['toPercent' => $this->toPercent];
    }

    public function mode(): Mode
    {
        return $this->in;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return [
            StateField::BatteryPercent->value => max($this->toPercent, $state->int(StateField::BatteryPercent) ?? 0),
        ];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $missing = max(0, $this->toPercent - ($state->int(StateField::BatteryPercent) ?? 0));

        $perMinute = $sheet->chargePercentPerMinute ?? Rates::CHARGE_PERCENT_PER_MINUTE;

        return Timing::about((int) ceil(($missing / $perMinute) * 60));
    }

    public function instruction(): string
    {
        return 'Leave the phone on its charger' .
            ($this->in === Mode::System ? '' : ', as it is or switched off,') .
            " until it shows {$this->toPercent} percent. If the battery swells or gets hot, stop and hand it to a " .
            'qualified repairer.';
    }

    public function youWillSee(): string
    {
        return 'The percentage rises.';
    }

    public function evidence(): string
    {
        return "The phone shows {$this->toPercent} percent or more.";
    }

    public function whenItFails(): string
    {
        return 'Try another charger and cable. Do not begin below the floor.';
    }
}

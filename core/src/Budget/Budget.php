<?php

declare(strict_types=1);

namespace Tornavis\Core\Budget;

use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\OperationName;

/** Time and battery over the ordered steps. */
final readonly class Budget
{
    /**
     * @param  list<Timing>  $timings  one per step
     * @param  list<?int>  $batteryAfter  percent after each step; null where the start is unknown
     * @param  int  $neededPercent  what the battery must hold before the first step that drains without a charger
     */
    private function __construct(public array $timings, public array $batteryAfter, public int $neededPercent) {}

    /**
     * @param  list<StepDraft>  $steps
     */
    public static function of(array $steps, ExpectedStates $walk, Situation $situation): self
    {
        $drain = $situation->sheet->drainPercentPerMinute ?? Rates::DRAIN_PERCENT_PER_MINUTE;
        $percent = $situation->state->int(StateField::BatteryPercent);
        $level = $percent === null ? null : (float) $percent;
        $timings = [];
        $after = [];
        $drained = 0.0;
        foreach ($steps as $index => $draft) {
            $timing = $draft->operation
                ->timing($situation->rates, $walk->before[$index], $situation->sheet)
                ->scaled($situation->rates->factor($draft->operation->name()));
            $timings[] = $timing;
            if ($draft->operation->name() === OperationName::Charge) {
                $level =
                    (float) ($draft->operation->effects($walk->before[$index], $situation->sheet)[
                        StateField::BatteryPercent->value
                    ] ?? $level);
            } else {
                $spent = ($drain * $timing->expectedSeconds) / 60;
                $drained += $spent;
                $level = $level === null ? null : max(0.0, $level - $spent);
            }
            $after[] = $level === null ? null : (int) round($level);
        }

        return new self(
            $timings,
            $after,
            max(
                $situation->house->batteryFloorPercent,
                $situation->house->batteryReservePercent + (int) ceil($drained),
            ),
        );
    }

    public function expectedSeconds(): int
    {
        return array_sum(array_map(static fn(Timing $timing): int => $timing->expectedSeconds, $this->timings));
    }

    public function longSeconds(): int
    {
        return array_sum(array_map(static fn(Timing $timing): int => $timing->longSeconds, $this->timings));
    }

    public function batteryAtEnd(): ?int
    {
        return $this->batteryAfter === [] ? null : $this->batteryAfter[count($this->batteryAfter) - 1];
    }
}

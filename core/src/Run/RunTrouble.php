<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Trouble\TroubleCase;

/** What of a run the search for causes looks at. */
final class RunTrouble
{
    /**
     * @param  array<string, mixed>  $plan  a plan document
     */
    public static function of(array $plan, RunState $run, ModelSheet $sheet): TroubleCase
    {
        $facts = [];
        foreach ($run->facts as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone);
        }
        $steps = PlannedStep::allOf($plan);
        $step = $run->step === null ? null : $steps[$run->step - 1] ?? null;
        $done = [];
        foreach ($steps as $one) {
            if (($run->steps[$one->number] ?? '') === 'done') {
                $done[] = $one->operation;
            }
        }

        return new TroubleCase(
            State::of(...$facts),
            $sheet,
            $step?->mode,
            self::fileVerified($plan, $step),
            $run->tries[$run->step ?? 0] ?? 0,
            $done,
        );
    }

    /**
     * @param  array<string, mixed>  $plan
     */
    private static function fileVerified(array $plan, ?PlannedStep $step): ?bool
    {
        $file = $step->parameters['package'] ?? null;
        /** @var list<array{name: string, integrity: string}> $kit */
        $kit = $plan['kit'];
        foreach ($kit as $row) {
            if ($row['name'] === $file) {
                return $row['integrity'] === 'verified';
            }
        }

        return null;
    }
}

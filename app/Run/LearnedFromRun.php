<?php

declare(strict_types=1);

namespace App\Run;

use App\Models\UnitRecord;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\RunState;

/** What a run has shown of a phone becomes what is known about it. */
final class LearnedFromRun
{
    /** @param  array<string, mixed>  $plan  of the run */
    public static function learn(UnitRecord $unit, RunState $state, array $plan, int $runId): void
    {
        $unit->change(static fn(Unit $now): Unit => self::seen($now, $state, $plan, $runId));
    }

    /**
     * The unit as the run has shown it; nothing is kept.
     *
     * @param  array<string, mixed>  $plan  of the run
     */
    public static function of(UnitRecord $unit, RunState $state, array $plan, int $runId): Unit
    {
        return self::seen($unit->unit(), $state, $plan, $runId);
    }

    /** @param  array<string, mixed>  $plan */
    public static function seen(Unit $unit, RunState $state, array $plan, int $runId): Unit
    {
        $before = $unit->state()->values();
        $at = $state->last->at ?? now()->toIso8601String();
        $facts = [];
        foreach ($state->facts as $name => $value) {
            if (!array_key_exists($name, $before) || $before[$name] !== $value) {
                $facts[] = Fact::of($name, $value, Source::Phone, "run {$runId}", $at);
            }
        }

        $unit = $unit->withFacts(...$facts);
        foreach ($unit->backups as $backup) {
            $isOff = in_array($backup->id, $unit->state()->list(StateField::SetsTakenOff), true);
            $unit = $isOff && !$backup->isOffThePhone() ? $unit->withBackup($backup->takenOff()) : $unit;
        }
        foreach (BackupsOfRun::of($plan, $state, $runId, $at) as $backup) {
            $unit = $unit->withBackup($backup);
        }

        return $unit;
    }
}

<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\HeldSystem;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

/**
 * The backups that a run has made, to be kept with the phone: copies of a running system, and sets of a recovery that
 * were copied to the computer.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class BackupsOfRun
{
    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  string  $at  ISO 8601
     * @return list<Backup>
     */
    public static function of(array $plan, RunState $state, int $runId, string $at): array
    {
        $backups = [];
        $parts = [];
        foreach (PlannedStep::allOf($plan) as $step) {
            if ($step->operation === OperationName::MakeSet) {
                /** @var list<string> $parts */
                $parts = $step->parameters['parts'] ?? [];
            }
            if (($state->steps[$step->number] ?? '') !== 'done') {
                continue;
            }
            if ($step->operation === OperationName::BackUp) {
                /** @var list<string> $classes */
                $classes = $step->parameters['classes'] ?? [];
                $backups[] = new Backup(
                    "copies of run {$runId}",
                    array_map(LossClass::from(...), $classes),
                    'computer',
                    $at,
                );
            }
            if ($step->operation === OperationName::TakeOff) {
                $name = is_string($step->parameters['set'] ?? null) ? $step->parameters['set'] : "set of run {$runId}";
                array_push(
                    $backups,
                    ...self::sets($name, array_map(BackupPart::from(...), $parts), $plan, $state, $at),
                );
            }
        }

        return $backups;
    }

    /**
     * The serial numbers of the radio are a backup of their own: they go back to the same phone, whatever it runs.
     *
     * @param  list<BackupPart>  $parts
     * @param  array<string, mixed>  $plan
     * @return list<Backup>
     */
    private static function sets(string $name, array $parts, array $plan, RunState $state, string $at): array
    {
        $phone = self::madeFrom($plan, $state);
        $slot = $phone->activeSlot() ?? Slot::Only->value;
        $hasSystem = in_array(BackupPart::System, $parts, true);
        $sum = $state->facts[StateField::SetSum->value] ?? null;
        $others = array_values(array_filter($parts, static fn(BackupPart $one): bool => $one !== BackupPart::Identity));
        $sets = [];
        if ($others !== []) {
            $sets[] = new Backup(
                $name,
                array_merge(...array_map(static fn(BackupPart $one): array => $one->classes(), $others)),
                'computer',
                $at,
                Backup::RECOVERY,
                Backup::baseOf($phone, $slot),
                is_string($sum) ? $sum : null,
                $hasSystem,
                held: $hasSystem ? HeldSystem::of($phone, $slot) : [],
            );
        }
        if (in_array(BackupPart::Identity, $parts, true)) {
            $sets[] = new Backup(
                "{$name} identity",
                BackupPart::Identity->classes(),
                'computer',
                $at,
                Backup::IDENTITY,
            );
        }

        return $sets;
    }

    /**
     * The phone as it was when the set was made: a recovery that was written for it lies in it. What the plan leaves
     * open the phone may have told in the run.
     *
     * @param  array<string, mixed>  $plan
     */
    private static function madeFrom(array $plan, RunState $state): State
    {
        /** @var array<string, FactValue> $facts */
        $facts = (array) ($plan['before'] ?? []);
        foreach (PlannedStep::allOf($plan) as $step) {
            if ($step->operation === OperationName::MakeSet) {
                break;
            }
            $facts = array_merge($facts, $step->effects);
        }

        $isKnown = static fn(mixed $value): bool => $value !== null;

        return State::of()->with(array_filter($facts, $isKnown) + $state->facts);
    }
}

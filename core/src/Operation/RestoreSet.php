<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** Brings a recovery backup back onto the base that it came from. */
final readonly class RestoreSet extends Operation
{
    public function __construct(private Backup $set) {}

    public function name(): OperationName
    {
        return OperationName::Restore;
    }

    public function title(): string
    {
        return "Restore the backup \"{$this->set->id}\"";
    }

    public function parameters(): array
    {
        return [
            'set' => $this->set->id,
            'classes' => array_map(static fn(LossClass $class): string => $class->value, $this->set->classes),
        ];
    }

    public function mode(): Mode
    {
        return Mode::Recovery;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $misfit = $this->set->misfit($state, $slot);
        $refusals = $misfit === null ? [] : [$misfit];

        return in_array(Ability::Backup->value, RunningRecovery::abilities($state), true)
            ? $refusals
            : [...$refusals, 'The running recovery cannot restore backups.'];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $effects = [StateField::DataEmpty->value => false];
        foreach ($this->set->classes as $class) {
            $effects[StateField::DataHolds->of($class)] = true;
        }

        return $effects;
    }

    /** What the phone holds of the same kinds goes: it comes back as it was when the set was made. */
    public function losses(State $state): array
    {
        return array_values(
            array_filter(
                $this->set->classes,
                static fn(LossClass $class): bool => $state->data()->holds($class) !== false,
            ),
        );
    }

    public function midway(State $state): array
    {
        return [StateField::DataEmpty->value => true];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(60 + intdiv($state->data()->usedBytes ?? 4 << 30, $rates->backupBytesPerSecond));
    }

    public function instruction(): string
    {
        return "Choose the set \"{$this->set->id}\" of " .
            substr($this->set->madeAt, 0, 10) .
            ', by what it holds and not by its place in the list, and restore data from it.';
    }

    public function youWillSee(): string
    {
        return 'The recovery names what it restores and counts up.';
    }

    public function evidence(): string
    {
        return 'The recovery reports the restore as done.';
    }

    public function whenItFails(): string
    {
        return 'The data is only there in part. Format data and restore again, or start without it.';
    }
}

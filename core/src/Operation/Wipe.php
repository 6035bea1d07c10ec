<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/** Empties caches or the data without ending the encryption; photos and files on the internal storage stay. */
final readonly class Wipe extends Operation
{
    public const CACHES = 'caches';

    public const DATA = 'data';

    /** Partitions of a system that a publisher may have wiped. */
    public const OF_SYSTEM = ['vendor', 'system'];

    /** What lies on the internal storage, which a wipe leaves. */
    private const ON_STORAGE = [LossClass::Photos, LossClass::SecondSystem];

    public function __construct(private string $what) {}

    public function name(): OperationName
    {
        return OperationName::Wipe;
    }

    public function title(): string
    {
        return "Wipe {$this->what}";
    }

    public function parameters(): array
    {
        return ['what' => $this->what];
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
        return $this->what === self::DATA && $state->flag(StateField::Accounts) !== false
            ? ['An account may still be signed in; the phone would lock its owner out.']
            : [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        if ($this->what === self::CACHES) {
            return [];
        }
        if ($this->isOfSystem()) {
            $slot = $state->activeSlot() ?? $sheet->slots[0];

            return $this->what === PartitionName::Vendor->value
                ? [
                    StateField::VendorVersion->in($slot) => null,
                    StateField::OsState->in($slot) => SystemState::Incomplete->value,
                ]
                : [StateField::OsState->in($slot) => SystemState::None->value];
        }
        $effects = Erasure::ofCard($state) + [
            StateField::DataEmpty->value => true,
            StateField::DataWrittenBy->value => null,
            StateField::DataFromSet->value => null,
            // What lies on the internal storage stays, and nobody knows how much that is.
            StateField::DataUsedBytes->value => null,
            StateField::ScreenLock->value => false,
            StateField::TrialFamily->value => null,
            StateField::TrialVersion->value => null,
        ];
        foreach ($this->taken($state) as $class) {
            $effects[StateField::DataHolds->of($class)] = false;
        }

        return $effects;
    }

    public function losses(State $state): array
    {
        return array_values(
            array_filter(
                $this->taken($state),
                static fn(LossClass $class): bool => $state->data()->holds($class) !== false,
            ),
        );
    }

    private function isOfSystem(): bool
    {
        return in_array($this->what, self::OF_SYSTEM, true);
    }

    public function takesAway(State $state): ?string
    {
        return $this->isOfSystem()
            ? "This step empties {$this->what}; the installed system does not start again."
            : null;
    }

    /**
     * @return list<LossClass>
     */
    private function taken(State $state): array
    {
        return $this->what === self::DATA
            ? array_values(
                array_filter(
                    Erasure::classes($state),
                    static fn(LossClass $class): bool => !in_array($class, self::ON_STORAGE, true),
                ),
            )
            : [];
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(20);
    }

    public function instruction(): string
    {
        if ($this->isOfSystem()) {
            return "Wipe {$this->what} and nothing else.";
        }

        return $this->what === self::CACHES
            ? 'Wipe the caches and nothing else.'
            : 'Wipe data. Do not format: photos and files on the internal storage stay.';
    }

    public function youWillSee(): string
    {
        return 'The recovery reports that it wiped what you chose.';
    }

    public function evidence(): string
    {
        return 'The recovery reports the wipe as done.';
    }

    public function whenItFails(): string
    {
        return 'Restart the recovery and wipe again. A recovery that cannot mount data cannot wipe it either; then ' .
            'the data has to be formatted.';
    }
}

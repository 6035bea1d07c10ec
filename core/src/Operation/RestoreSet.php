<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\HeldSystem;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/**
 * Brings a backup of the recovery back onto the base that it came from.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class RestoreSet extends Operation
{
    private const SECONDS_BESIDE = 60;

    /** @param  string  $place  "card" or "internal": where the set lies */
    public function __construct(private Backup $set, private string $place) {}

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
            'place' => $this->place,
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
        $refusals = array_filter([$this->set->difference($state, $slot)], is_string(...));
        $isRecorded = $this->set->lies() === $this->place && SetStorage::liesStill($state, $this->place);
        $liesThere = $isRecorded || SetStorage::lies($state, $this->place, $this->set->id);
        if (!$liesThere) {
            $refusals[] = 'The set does not lie on ' . CopyTo::PLACES[$this->place] . '.';
        }
        if ($this->set->replacesData() && $state->data()->empty !== true) {
            $refusals[] = 'The data is not wiped; what is there would be mixed with what comes back.';
        }
        $storage = SetStorage::refusals($state, $this->place, null, Ability::Backup, $this->set->replacesData());

        return [...$refusals, ...$storage];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $effects = [];
        foreach ($this->set->classes as $class) {
            $effects[StateField::DataHolds->of($class)] = true;
        }
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        if ($this->set->system) {
            $effects += $this->set->isOfSystemIn($state, $slot)
                ? $this->startsAsItDid($state, $slot, $sheet)
                : $this->systemIn($slot, $sheet) +
                    Verification::changed($state, $sheet, $slot, [
                        PartitionName::System->value,
                        ...$sheet->startPartitions(),
                    ]);
        }
        if ($this->set->replacesData()) {
            $effects += [
                StateField::DataEmpty->value => false,
                StateField::DataWrittenBy->value => $this->set->base['family'] ?? $state->slot($slot)->os->family,
                StateField::DataFromSet->value => $this->set->id,
                // Nobody wrote down what it was set up with.
                StateField::DataServices->value => null,
            ];
        }

        return $effects;
    }

    /**
     * Of the very build that is there everything is known already, but for what may have been put beside it since.
     *
     * @return array<string, FactValue>
     */
    private function startsAsItDid(State $state, string $slot, ModelSheet $sheet): array
    {
        $os = $state->slot($slot)->os;
        $known = array_filter($state->values(), static fn(mixed $value): bool => $value !== null);
        $held = $this->held($slot, $sheet);
        $ofBuild = array_diff_key(array_intersect_key($known, $held), array_flip(self::besideBuild($slot)));

        return [StateField::OsFailedAs->in($slot) => null] +
            $ofBuild +
            $held +
            self::startImages($slot, $sheet, $os->base ?? (string) $os->buildId);
    }

    /**
     * @return list<string> names of what is no part of a build
     */
    private static function besideBuild(string $slot): array
    {
        return [
            StateField::OsServices->in($slot),
            StateField::KernelName->in($slot),
            StateField::KernelVersion->in($slot),
            StateField::Root->in($slot),
            ...array_keys(RecoveryFacts::unknown($slot)),
        ];
    }

    /**
     * @return array<string, FactValue>
     */
    private function held(string $slot, ModelSheet $sheet): array
    {
        return HeldSystem::in($this->set->held, $slot, $sheet->mayHoldRecovery($sheet->startPartitions()));
    }

    /**
     * @return array<string, FactValue> whose the images are that the phone starts from
     */
    private static function startImages(string $slot, ModelSheet $sheet, string $owner): array
    {
        $effects = [];
        foreach ($sheet->startPartitions() as $partition) {
            $effects[StateField::Image->in($slot, $partition)] = $owner;
        }

        return $effects;
    }

    /**
     * The system as it was when the set was made.
     *
     * @return array<string, FactValue>
     */
    private function systemIn(string $slot, ModelSheet $sheet): array
    {
        $base = $this->set->base;
        $build = $base['buildId'] ?? "the system of \"{$this->set->id}\"";

        return [
            StateField::OsState->in($slot) => SystemState::Complete->value,
            StateField::OsFamily->in($slot) => $base['family'] ?? null,
            StateField::OsRelease->in($slot) => $base['release'] ?? null,
            StateField::OsVersion->in($slot) => $base['version'] ?? null,
            StateField::OsBuildId->in($slot) => $build,
            StateField::OsBase->in($slot) => null,
        ] +
            $this->held($slot, $sheet) +
            self::startImages($slot, $sheet, $build);
    }

    /** What the phone holds of the same kinds goes: it comes back as it was when the set was made. */
    public function losses(State $state): array
    {
        return array_values(
            array_filter(
                $this->set->classes,
                static fn(LossClass $class): bool => $class !== LossClass::RadioIdentity &&
                    $state->data()->holds($class) !== false,
            ),
        );
    }

    public function takesAway(State $state): ?string
    {
        return match (true) {
            $this->set->kind === Backup::IDENTITY => 'This step writes the serial numbers of the radio. They must be ' .
                'those of this very phone.',
            $this->set->system => "The system on the phone goes; that of {$this->set->day()} comes in its place.",
            default => null,
        };
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? '-';

        return ($this->set->replacesData() ? [StateField::DataEmpty->value => true] : []) +
            ($this->set->system ? [StateField::OsState->in($slot) => SystemState::Incomplete->value] : []);
    }

    public function whenCutOff(): ?string
    {
        return $this->set->system
            ? 'Start the recovery with the keys and restore the same set again, before any other start.'
            : null;
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $bytes = $this->set->bytes ?? ($state->data()->usedBytes ?? 4 << 30);

        return Timing::about(self::SECONDS_BESIDE + intdiv($bytes, $rates->backupBytesPerSecond));
    }

    public function instruction(): string
    {
        $parts = match (true) {
            $this->set->kind === Backup::IDENTITY => 'the identity of the radio',
            $this->set->system && $this->set->classes === [] => 'system and boot',
            $this->set->system => 'system, boot and data',
            default => 'data',
        };

        return "Choose the set \"{$this->set->id}\" of {$this->set->day()}, by what it holds and not by its place in " .
            "the list, and restore {$parts} from it. Choose nothing else.";
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
        return match (true) {
            $this->set->kind === Backup::IDENTITY => 'Do not start the system. Restore it again; if the recovery ' .
                'refuses, hand the phone to a qualified repairer.',
            $this->set->system => 'The system is only there in part. Restore the same set again before the phone ' .
                'starts.',
            default => 'The data is only there in part. Wipe data and restore again, or start without it.',
        };
    }
}

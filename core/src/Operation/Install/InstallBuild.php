<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Operation\RunningRecovery;
use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\InstalledSystem;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Situation\RecoveryAbility;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;
use Tornavis\Core\Words\Version;

/**
 * A whole system: on two slots it goes into the one that is not running, which then starts next.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class InstallBuild extends InstallPackage
{
    protected function goesIntoOtherSlot(): bool
    {
        return true;
    }

    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        $refusals = [];
        $needed = $this->package->facts->text(Field::VENDOR_MIN);
        $has = $state->slot($this->slot)->vendor;
        if ($needed !== null && ($has === null || $has->olderThan(Version::of($needed)))) {
            $refusals[] = 'The build would not start: vendor ' . ($has ?? 'unknown') . ", {$needed} needed.";
        }
        if (Layout::of($state, $sheet, $this->slot) !== PartitionLayout::Dynamic) {
            $refusals[] =
                Slot::named($this->slot) . ' has no partitions for the build: the new layout is missing there.';
        }
        if ($state->flag(StateField::LayoutResidue) === true) {
            $refusals[] = 'What is left of the old layout is in the way of the build.';
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $slot = $this->slot;
        $facts = $this->package->facts;

        return [
            StateField::Mode->value => Mode::Recovery->value,
            StateField::ActiveSlot->value => $this->slot,
            StateField::OsFamily->in($slot) => Nameless::orNameOf($this->package),
            StateField::OsRelease->in($slot) => $facts->text(Field::RELEASE),
            StateField::OsVersion->in($slot) => $facts->text(Field::VERSION),
            StateField::OsBuildId->in($slot) => $facts->text(Field::BUILD_ID),
            StateField::OsBuildTime->in($slot) => $facts->int(Field::BUILD_TIME),
            StateField::OsPatchLevel->in($slot) => $facts->text(Field::PATCH_LEVEL),
            StateField::OsSigner->in($slot) => $facts->text(Field::SIGNER),
            StateField::OsStock->in($slot) => false,
            StateField::OsState->in($slot) => SystemState::Complete->value,
            StateField::OsFailedAs->in($slot) => null,
            StateField::OsServices->in($slot) => InstalledSystem::servicesOf($this->package),
            StateField::OsFirmwareMin->in($slot) => $facts->text(Field::FIRMWARE_MIN),
            StateField::OsVendorMin->in($slot) => $facts->text(Field::VENDOR_MIN),
            StateField::OsBase->in($slot) => null,
            StateField::OsExtras->in($slot) => $facts->list(Field::BRINGS_EXTRAS) ?: null,
            StateField::OsEncrypts->in($slot) => $facts->text(Field::BRINGS_ENCRYPTION),
            StateField::EncryptionOff->in($slot) => null,
            StateField::Root->in($slot) => null,
            StateField::KernelName->in($slot) => null,
            StateField::KernelVersion->in($slot) => null,
        ] +
            $this->startImages($sheet) +
            $this->recovery($sheet) +
            $this->stillRunning($state, $sheet) +
            $this->firmware() +
            $this->verification($state, $sheet);
    }

    /**
     * @return array<string, FactValue> whose the images are that the phone starts from, of those that it writes
     */
    private function startImages(ModelSheet $sheet): array
    {
        $effects = [];
        $written = array_intersect($sheet->startPartitions(), $this->package->facts->list(Field::WRITES));
        foreach ($written as $partition) {
            $effects[StateField::Image->in($this->slot, $partition)] = $this->package->facts->text(Field::BUILD_ID);
        }

        return $effects;
    }

    /**
     * @return array<string, FactValue> headers of its own, or the old ones that know nothing of it
     */
    private function verification(State $state, ModelSheet $sheet): array
    {
        $written = $this->package->facts->list(Field::WRITES);
        $off = $this->package->facts->flag(Field::VERIFICATION_OFF);

        return Verification::isBroughtBy($this->package, $sheet)
            ? Verification::renewed($this->slot, $off === null ? null : !$off)
            : Verification::changed($state, $sheet, $this->slot, $written);
    }

    /**
     * @return array<string, FactValue> what the recovery can that runs in memory, once the build has written over it
     */
    private function stillRunning(State $state, ModelSheet $sheet): array
    {
        $isOver =
            $sheet->mayHoldRecovery($this->package->facts->list(Field::WRITES)) &&
            $state->text(StateField::RunningSlot) === $this->slot;
        $abilities = RunningRecovery::abilities($state);

        return $isOver && $abilities !== [] ? [StateField::RunningRecovery->value => $abilities] : [];
    }

    /**
     * @return array<string, FactValue> its own recovery, or none, where it writes over the one that is there
     */
    private function recovery(ModelSheet $sheet): array
    {
        $facts = $this->package->facts;
        if (!$sheet->mayHoldRecovery($facts->list(Field::WRITES))) {
            return [];
        }
        $brings = $facts->flag(Field::BRINGS_RECOVERY);

        return $brings !== true
            ? ($brings === null
                ? RecoveryFacts::unknown($this->slot)
                : RecoveryFacts::none($this->slot))
            : [
                ...RecoveryFacts::none($this->slot),
                StateField::RecoveryFamily->in($this->slot) =>
                    Nameless::orTitleOf($this->package) . RecoveryAbility::OWN,
                StateField::RecoveryVersion->in($this->slot) => $facts->text(Field::VERSION),
                StateField::RecoveryAbilities->in($this->slot) => [Ability::Sideload->value],
            ];
    }

    /**
     * @return array<string, FactValue> what it brings along for its slot
     */
    private function firmware(): array
    {
        $brings = $this->package->facts->text(Field::BRINGS_FIRMWARE);

        return $brings === null
            ? []
            : [
                StateField::FirmwareVersion->in($this->slot) => $brings,
                StateField::FirmwareState->in($this->slot) => SystemState::Complete->value,
            ];
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        $firmware =
            $this->firmware() === []
                ? []
                : [StateField::FirmwareState->in($this->slot) => SystemState::Incomplete->value];

        return [StateField::OsState->in($this->slot) => SystemState::Incomplete->value] + $firmware;
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        $expected = $this->seconds($rates);

        return Timing::of($expected, (int) ceil($expected * 1.4), max(2100, $expected * 2));
    }

    protected function whileItIsStreamed(): string
    {
        return 'The computer counts up to 47 percent and stops; the phone goes on with step 2 of 2, which can sit ' .
            'for twenty minutes.';
    }

    public function evidence(): string
    {
        return 'The recovery reports that the install ended with status 0' .
            (Slot::isOnly($this->slot) ? '.' : ' and slot ' . strtoupper($this->slot) . ' starts next.');
    }

    public function oddities(): array
    {
        return [
            ...$this->from === null
                ? ['The computer\'s progress stops at 47 percent: the rest happens on the phone.']
                : [],
            'A notice about a missing partition at the first install of a layout is harmless.',
            ...parent::oddities(),
        ];
    }
}

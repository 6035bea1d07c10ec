<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/**
 * The maker's own system, as far as it goes into these partitions.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class FlashStockBundle extends Flash
{
    /** Whether the maker's own partitions come back in place of a dynamic layout. */
    private function takesRoomBack(ModelSheet $sheet): bool
    {
        return Layout::bundleIsPhysical($sheet) &&
            array_intersect($this->partitions, $sheet->logicalPartitions()) !== [];
    }

    /** It brings the headers that know its images. */
    protected function strange(): array
    {
        return [];
    }

    /** Whether the headers that count from then on know its images: all are written, or the others are off. */
    private function bringsHeaders(State $state, ModelSheet $sheet): bool
    {
        $headers = $sheet->verificationPartitions();
        $left = array_diff($headers, $this->partitions);
        $wasOff = $state->slot($this->slot)->verificationOn === false;

        return count($left) < count($headers) && ($left === [] || $wasOff);
    }

    protected function sizeIsFixed(Partition $partition, ModelSheet $sheet): bool
    {
        return parent::sizeIsFixed($partition, $sheet) || $this->takesRoomBack($sheet);
    }

    protected function written(State $state, ModelSheet $sheet): array
    {
        $effects = $this->writesSystem() ? $this->system() : [];
        if ($this->bringsHeaders($state, $sheet)) {
            $effects += Verification::renewed($this->slot, true);
        }
        if (array_intersect($this->partitions, $sheet->firmwarePartitions()) !== []) {
            // The version of the OS is none of the firmware; where the card states none, nobody knows it.
            $firmware = $this->package->facts->text(Field::BRINGS_FIRMWARE);
            $effects[StateField::FirmwareVersion->in($this->slot)] = $firmware;
            $effects[StateField::FirmwareState->in($this->slot)] = SystemState::Complete->value;
        }
        if (in_array(PartitionName::Modem->value, $this->partitions, true)) {
            $effects[StateField::FirmwareRegion->in($this->slot)] = $this->package->facts->text(Field::REGION);
        }
        if ($sheet->mayHoldRecovery($this->partitions)) {
            $effects += RecoveryFacts::none($this->slot);
        }
        if ($this->takesRoomBack($sheet)) {
            $effects[StateField::Layout->in($this->slot)] = PartitionLayout::Old->value;
        }

        return $effects + $this->startImages($sheet);
    }

    /**
     * @return array<string, FactValue>
     */
    private function system(): array
    {
        $slot = $this->slot;
        $facts = $this->package->facts;

        return [
            StateField::OsFamily->in($slot) => Nameless::orNameOf($this->package),
            StateField::OsVersion->in($slot) => $facts->text(Field::VERSION),
            StateField::OsRelease->in($slot) => $facts->text(Field::RELEASE),
            StateField::OsBuildId->in($slot) => $this->owner(),
            StateField::OsStock->in($slot) => true,
            StateField::OsState->in($slot) => SystemState::Complete->value,
            StateField::OsFirmwareMin->in($slot) => null,
            StateField::OsVendorMin->in($slot) => null,
            StateField::OsBase->in($slot) => null,
            StateField::OsServices->in($slot) => null,
            StateField::OsExtras->in($slot) => null,
            StateField::OsPatchLevel->in($slot) => $facts->text(Field::PATCH_LEVEL),
            StateField::OsSigner->in($slot) => null,
            StateField::KernelName->in($slot) => null,
            StateField::Root->in($slot) => null,
        ];
    }

    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        $writesFirmware = array_intersect($this->partitions, $sheet->firmwarePartitions()) !== [];
        $firmware = $writesFirmware
            ? [StateField::FirmwareState->in($this->slot) => SystemState::Incomplete->value]
            : [];
        if (!$this->writesSystem()) {
            return parent::writtenInPart($state, $sheet) + $firmware;
        }
        // A slot whose layout is known is reckoned as one that has lost it: a new layout is then written anew.
        $layout =
            $state->slot($this->slot)->layout === null
                ? []
                : [StateField::Layout->in($this->slot) => PartitionLayout::Old->value];

        return [StateField::OsState->in($this->slot) => SystemState::Incomplete->value] + $layout + $firmware;
    }

    protected function what(): string
    {
        return "{$this->package->title()}: " . implode(', ', $this->partitions);
    }
}

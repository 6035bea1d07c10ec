<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/** The maker's firmware. Half of it leaves a slot without any. */
final readonly class FlashFirmware extends Flash
{
    protected function written(State $state, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;
        $hasModem = in_array(PartitionName::Modem->value, $this->partitions, true);

        return [
            StateField::FirmwareVersion->in($this->slot) => $facts->text(Field::VERSION),
            StateField::FirmwareState->in($this->slot) => SystemState::Complete->value,
        ] + ($hasModem ? [StateField::FirmwareRegion->in($this->slot) => $facts->text(Field::REGION)] : []);
    }

    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        return [
            StateField::FirmwareVersion->in($this->slot) => null,
            StateField::FirmwareState->in($this->slot) => SystemState::Incomplete->value,
        ];
    }

    public function whenCutOff(): string
    {
        return 'Do not restart the phone. Write ' .
            implode(', ', $this->partitions) .
            " of {$this->package->name()} again, whole: half a firmware starts nothing.";
    }

    protected function what(): string
    {
        return "Firmware {$this->package->facts->text(Field::VERSION)}";
    }
}

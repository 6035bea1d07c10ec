<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\FirmwareNeeds;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/** The maker's firmware as a package with a script, which writes it for every slot. */
final readonly class InstallFirmware extends InstallPackage
{
    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        $writes = $this->package->facts->list(Field::WRITES);

        return in_array($sheet->identityPartition, $writes, true)
            ? ["{$sheet->identityPartition} holds the radio's identity; nothing is ever written there."]
            : [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $effects = [StateField::Mode->value => Mode::Recovery->value];
        $writes = $this->package->facts->list(Field::WRITES);
        $isModem = static fn(string $one): bool => PartitionName::same($one, PartitionName::Modem->value);
        // A script whose writes nobody could read may write the modem too.
        $writesModem = $writes === [] || array_filter($writes, $isModem) !== [];
        foreach (FirmwareNeeds::slotsOfScript($this->package, $sheet) as $slot) {
            $effects[StateField::FirmwareVersion->in($slot)] = $this->package->facts->text(Field::VERSION);
            $effects[StateField::FirmwareState->in($slot)] = SystemState::Complete->value;
            if ($writesModem) {
                $effects[StateField::FirmwareRegion->in($slot)] = $this->package->facts->text(Field::REGION);
            }
        }

        return $effects;
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        $effects = [];
        foreach (FirmwareNeeds::slotsOfScript($this->package, $sheet) as $slot) {
            $effects[StateField::FirmwareVersion->in($slot)] = null;
            $effects[StateField::FirmwareState->in($slot)] = SystemState::Incomplete->value;
        }

        return $effects;
    }

    public function whenItFails(): string
    {
        return parent::whenItFails() .
            ' Do not restart the phone before it went in whole: some of the firmware may be written already.';
    }

    public function whenCutOff(): string
    {
        return "Do not restart the phone. Install {$this->package->name()} again, whole: half a firmware starts " .
            'nothing.';
    }

    public function title(): string
    {
        $version = $this->package->facts->text(Field::VERSION);

        return $this->from === null ? "Sideload firmware {$version}" : "Install firmware {$version}";
    }
}

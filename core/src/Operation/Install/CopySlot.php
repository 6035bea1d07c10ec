<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** Copies the running slot's firmware into the other one. */
final readonly class CopySlot extends InstallPackage
{
    protected function goesIntoOtherSlot(): bool
    {
        return true;
    }

    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $from = $state->text(StateField::RunningSlot) ?? $sheet->otherSlot($this->slot);
        $effects = [StateField::Mode->value => Mode::Recovery->value];
        foreach ([StateField::FirmwareVersion, StateField::FirmwareRegion, StateField::FirmwareModem] as $field) {
            $effects[$field->in($this->slot)] = $state->text($field->in($from));
        }

        return $effects;
    }
}

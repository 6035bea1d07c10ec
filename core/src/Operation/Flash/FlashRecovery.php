<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** A recovery, into the partition where this model keeps it. */
final readonly class FlashRecovery extends Flash
{
    protected function written(State $state, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;
        $pending = $this->in === Mode::Download ? [StateField::RecoveryPending->value => true] : [];

        return $this->startImages($sheet) + [
                StateField::RecoveryFamily->in($this->slot) => Nameless::orNameOf($this->package),
                StateField::RecoveryVersion->in($this->slot) => $facts->text(Field::VERSION),
                StateField::RecoveryAbilities->in($this->slot) => $facts->list(Field::ABILITIES),
            ] +
            $pending;
    }

    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        return parent::writtenInPart($state, $sheet) + [StateField::RecoveryFamily->in($this->slot) => null];
    }
}

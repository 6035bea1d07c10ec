<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;

/** A recovery that comes as a package: the one that runs puts it where this model keeps its recovery. */
final readonly class InstallRecovery extends InstallPackage
{
    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $facts = $this->package->facts;

        return [
            StateField::Mode->value => Mode::Recovery->value,
            StateField::RecoveryFamily->in($this->slot) => Nameless::orNameOf($this->package),
            StateField::RecoveryVersion->in($this->slot) => $facts->text(Field::VERSION),
            StateField::RecoveryAbilities->in($this->slot) => $facts->list(Field::ABILITIES),
        ];
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return [StateField::RecoveryFamily->in($this->slot) => null];
    }

    public function whenCutOff(): string
    {
        return "Do not restart. The recovery that runs is still in memory: install {$this->package->name()} again.";
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\RecoveryFacts;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Verification;
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
        $home = $sheet->recoveryHome ?? RecoveryHome::Boot;

        return [StateField::Mode->value => Mode::Recovery->value] +
            RecoveryFacts::of($this->package, $this->slot) +
            Verification::changed($state, $sheet, $this->slot, [$home->value]);
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

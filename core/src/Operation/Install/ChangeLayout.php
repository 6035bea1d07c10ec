<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;

/** Divides the phone anew, or removes what is left of the old division. */
final readonly class ChangeLayout extends InstallPackage
{
    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    private function removesTheRest(): bool
    {
        return $this->package->kind() === PackageKind::Cleaner;
    }

    /** Whether the partitions are other ones afterwards, and no system of the old ones is left. */
    public function dividesAnew(): bool
    {
        return !$this->removesTheRest();
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $changed = $this->removesTheRest()
            ? [StateField::LayoutResidue->value => false]
            : [
                StateField::StorageStale->value => false,
                StateField::DataUnreadable->value => true,
                StateField::LayoutResidue->value => true,
            ];

        return [StateField::Mode->value => Mode::Recovery->value] + $changed;
    }

    public function takesAway(State $state): string
    {
        return $this->removesTheRest()
            ? 'This step takes what is left of the old layout off the phone.'
            : 'This step divides the phone anew; what lies on its storage cannot be read afterwards.';
    }

    protected function whileItIsStreamed(): string
    {
        return $this->removesTheRest()
            ? parent::whileItIsStreamed()
            : 'The recovery changes the partitions and restarts by itself.';
    }
}

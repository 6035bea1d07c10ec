<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Operation\GenericSystem;
use Tornavis\Core\Package\Destination;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\SystemState;

/** A bare system image, which the recovery writes as it is and on which nothing was put before. */
final readonly class InstallGenericImage extends InstallPackage
{
    protected function destination(): Destination
    {
        return Destination::rawPartition(PartitionName::System->value);
    }

    protected function refusalsOfItsKind(State $state, ModelSheet $sheet): array
    {
        return [];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return GenericSystem::effects($this->package, $this->slot, $state, $sheet);
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return [StateField::OsState->in($this->slot) => SystemState::Incomplete->value];
    }

    protected function afterChoosing(): string
    {
        return ' and write it to the system partition, and to no other.';
    }
}

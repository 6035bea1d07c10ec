<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Operation\GenericSystem;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\SystemState;

/** A system image that stands on the base that is there. */
final readonly class FlashGenericImage extends Flash
{
    protected function written(State $state, ModelSheet $sheet): array
    {
        return GenericSystem::effects($this->package, $this->slot, $state, $sheet);
    }

    protected function writtenInPart(State $state, ModelSheet $sheet): array
    {
        return [StateField::OsState->in($this->slot) => SystemState::Incomplete->value];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Flash;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;

/** An image that a build starts from, written by itself before the build. */
final readonly class FlashStartImage extends Flash
{
    protected function written(State $state, ModelSheet $sheet): array
    {
        return $this->startImages($sheet);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** Whether a slot holds a system, and whether it was written whole. */
enum SystemState: string
{
    case None = 'none';
    case Incomplete = 'incomplete';
    case Complete = 'complete';
}

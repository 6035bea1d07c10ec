<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** How the room for the system is divided in a slot. */
enum PartitionLayout: string
{
    /** the partitions that the maker made */
    case Old = 'old';

    /** the old partitions are gone and nothing has taken their place */
    case Erased = 'erased';

    /** logical partitions inside super */
    case Dynamic = 'dynamic';
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The partitions that the rules know by their name; what else a partition is, its model sheet says. */
enum PartitionName: string
{
    case Boot = 'boot';
    case System = 'system';
    case Vendor = 'vendor';
    case Data = 'data';
    case Modem = 'modem';
}

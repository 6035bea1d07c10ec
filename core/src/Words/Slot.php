<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The set of system partitions; "-" on a phone that has one. */
enum Slot: string
{
    case A = 'a';
    case B = 'b';
    case Only = '-';
}

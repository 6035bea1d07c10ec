<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The parts of a job, in the order of the work. */
enum Phase: string
{
    case Prepare = 'Prepare';
    case Base = 'Base';
    case Recovery = 'Recovery';
    case Erase = 'Erase';
    case Install = 'Install';
    case AddOns = 'Add-ons';
    case Prove = 'Prove';

    public function order(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}

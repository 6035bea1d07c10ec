<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** Whether a file is what its source says it is. */
enum Integrity: string
{
    case Verified = 'verified';
    case Damaged = 'damaged';
    case Unverified = 'unverified';
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** How the data partition is encrypted, from not at all to everything on it. */
enum Encryption: string
{
    case None = 'none';
    case Disk = 'disk';
    case File = 'file';
    case Metadata = 'metadata';
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a recovery can do. */
enum Ability: string
{
    case Sideload = 'sideload';

    /** opens encrypted storage */
    case Decrypt = 'decrypt';

    /** opens storage whose metadata is encrypted too */
    case Metadata = 'metadata';

    case Backup = 'backup';

    /** formats with a file system of choice */
    case FileSystem = 'file-system';
}

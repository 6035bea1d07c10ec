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

    public function label(): string
    {
        return match ($this) {
            self::None => 'not encrypted',
            self::Disk => 'disk encryption',
            self::File => 'file encryption',
            self::Metadata => 'metadata encryption',
        };
    }

    /**
     * What a recovery has to be able to do to open data that is encrypted so; what is not known is taken as files.
     *
     * @return list<string> values of {@see Ability}
     */
    public static function openedBy(?self $encryption): array
    {
        return match ($encryption) {
            self::None => [],
            self::Metadata => [Ability::Decrypt->value, Ability::Metadata->value],
            default => [Ability::Decrypt->value],
        };
    }
}

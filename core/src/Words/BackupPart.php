<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a recovery can put into a backup set. */
enum BackupPart: string
{
    case Data = 'data';

    /** the system with the images that it starts from */
    case System = 'system';

    /** the partition that holds the serial numbers of the radio */
    case Identity = 'identity';

    public function label(): string
    {
        return match ($this) {
            self::Data => 'Data: apps, app data, messages, contacts',
            self::System => 'System, with the images that it starts from',
            self::Identity => 'Identity of the radio',
        };
    }

    /**
     * What a set with this part brings back.
     *
     * @return list<LossClass>
     */
    public function classes(): array
    {
        return match ($this) {
            self::Data => [LossClass::Apps, LossClass::AppData, LossClass::Messages, LossClass::Contacts],
            self::System => [],
            self::Identity => [LossClass::RadioIdentity],
        };
    }
}

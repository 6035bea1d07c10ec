<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

enum Severity: string
{
    /** asked and fine */
    case Clear = 'clear';
    /** worth knowing */
    case Note = 'note';
    /** shown, acknowledged */
    case Mind = 'mind';
    /** must be answered or done first */
    case Settle = 'settle';
    /** never run */
    case Stop = 'stop';

    /** As people read it; files and answers of the API carry the value. */
    public function word(): string
    {
        return match ($this) {
            self::Clear => 'in order',
            self::Note => 'good to know',
            self::Mind => 'caution',
            self::Settle => 'decide',
            self::Stop => 'stop',
        };
    }
}

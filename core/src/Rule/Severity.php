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
}

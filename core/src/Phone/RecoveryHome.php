<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/** Where a phone's recovery lives; the value is the partition's name. */
enum RecoveryHome: string
{
    case Own = 'recovery';
    case Boot = 'boot';
    case VendorBoot = 'vendor_boot';

    public function label(): string
    {
        return str_replace('_', ' ', $this->value);
    }
}

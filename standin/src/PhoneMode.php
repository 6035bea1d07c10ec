<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What a phone shows, in the words of the line protocol. */
final class PhoneMode
{
    public const SYSTEM = 'system';

    public const RECOVERY = 'recovery';

    public const SIDELOAD = 'sideload';

    public const BOOTLOADER = 'bootloader';

    public const USERSPACE_BOOTLOADER = 'userspace-bootloader';

    public const DOWNLOAD = 'download';

    public const OFF = 'off';

    public const BOOT_LOOP = 'boot-loop';

    public const STUCK = 'stuck';

    public const DEAD = 'dead';

    public const LOCKED_OUT = 'locked-out';
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What a package that is no build says that it adds, in the words of its label. */
final class AddOnKind
{
    public const SERVICES = 'services';

    public const ROOT = 'root';

    public const KERNEL = 'kernel';

    public const SLOT_COPY = 'slot-copy';

    public const LAYOUT = 'layout';

    public const CLEANER = 'cleaner';

    public const REMOVER = 'remover';

    public const ENCRYPTION_DISABLER = 'encryption disabler';
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a job promises about the data that is on the phone when it begins. */
enum DataPromise
{
    /** It is there at the end as it was. */
    case Kept;

    /** It is gone at the end, and must be, as the new system cannot use it. */
    case Erased;

    /** The phone erases it by itself, in a step that no plan orders. */
    case ErasedByPhone;

    /** What the phone holds goes, and what a backup holds comes in its place. */
    case Replaced;

    public function erases(): bool
    {
        return $this !== self::Kept;
    }
}

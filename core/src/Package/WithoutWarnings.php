<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** Calls a function that warns about bad input, where its return value says all that is needed. */
final class WithoutWarnings
{
    /**
     * @template T
     *
     * @param  callable(): T  $call
     * @return T
     */
    public static function call(callable $call): mixed
    {
        set_error_handler(static fn(): bool => true);
        try {
            return $call();
        } finally {
            restore_error_handler();
        }
    }
}

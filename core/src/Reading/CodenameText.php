<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Whether a text can be a codename: one word of letters, digits and the few signs between them. */
final class CodenameText
{
    public static function is(string $text): bool
    {
        return preg_match('/^[A-Za-z0-9][A-Za-z0-9_.-]{1,39}$/', $text) === 1 && !NoValue::is($text);
    }
}

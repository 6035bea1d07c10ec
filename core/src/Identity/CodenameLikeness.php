<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

/** How easily one codename is taken for another. */
final class CodenameLikeness
{
    private const NEAR = 2;

    /** At most two letters apart, or one is the beginning of the other. */
    public static function looksLike(string $one, string $other): bool
    {
        if ($one === $other) {
            return false;
        }
        $shorter = strlen($one) < strlen($other) ? $one : $other;
        $longer = $shorter === $one ? $other : $one;

        return levenshtein($one, $other) <= self::NEAR || (strlen($shorter) >= 4 && str_starts_with($longer, $shorter));
    }

    /** "position 5: i instead of a"; the letters that differ, counted from 1. */
    public static function difference(string $wanted, string $found): string
    {
        $parts = [];
        $length = max(strlen($wanted), strlen($found));
        for ($i = 0; $i < $length; $i++) {
            $left = $wanted[$i] ?? '';
            $right = $found[$i] ?? '';
            if ($left !== $right) {
                $parts[] =
                    'letter ' .
                    ($i + 1) .
                    ': ' .
                    ($right === '' ? 'nothing' : $right) .
                    ' instead of ' .
                    ($left === '' ? 'nothing' : $left);
            }
        }

        return implode(', ', $parts);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * Names of chipsets as people and files write them. Case, blanks and hyphens are nothing. A platform's name, a few
 * letters and a number in one word, tells nothing against a shop name, which has words.
 */
final class ChipsetName
{
    private const PLATFORM = '/^[a-z]{1,4}\d{3,5}[a-z]{0,3}$/i';

    private const SHOP = '/^\p{L}+[\s-]+\S/u';

    public static function same(string $one, string $other): bool
    {
        return self::plain($one) === self::plain($other);
    }

    /** Whether two different names may mean one chipset: one is a platform's name, the other one is for the shops. */
    public static function maySame(string $one, string $other): bool
    {
        return (self::isPlatform($one) && self::isOfShops($other)) ||
            (self::isPlatform($other) && self::isOfShops($one));
    }

    private static function isPlatform(string $name): bool
    {
        return preg_match(self::PLATFORM, $name) === 1;
    }

    private static function isOfShops(string $name): bool
    {
        return preg_match(self::SHOP, $name) === 1;
    }

    private static function plain(string $name): string
    {
        return mb_strtolower((string) preg_replace('/[\s_-]+/u', '', $name));
    }
}

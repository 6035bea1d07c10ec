<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * Signs that nobody sees, written so that one does: those that steer a terminal, and those that turn the direction of
 * what follows or take up no room (Unicode: general categories Cc and Cf, UAX #9).
 */
final class WrittenOut
{
    /** Tab and new line stay as they are. */
    private const HIDDEN =
        '/[\x{00}-\x{08}\x{0b}-\x{1f}\x{7f}-\x{9f}\x{ad}\x{61c}\x{180e}\x{200b}-\x{200f}\x{2028}-\x{202e}' .
        '\x{2060}-\x{206f}\x{feff}\x{fff9}-\x{fffb}\x{e0000}-\x{e007f}]/u';

    /** "a\u{1b}[201~" of a name with an escape in it; bytes that are no UTF-8 are replaced. */
    public static function of(string $text): string
    {
        return self::each($text, static fn(int $code): string => sprintf('\u{%x}', $code));
    }

    /** The same JSON, with those signs escaped as JSON does: what it says does not change. */
    public static function inJson(string $json): string
    {
        return self::each($json, static function (int $code): string {
            $units = str_split(mb_convert_encoding(mb_chr($code), 'UTF-16BE', 'UTF-8'), 2);

            return implode('', array_map(static fn(string $unit): string => '\u' . bin2hex($unit), $units));
        });
    }

    public static function isNeeded(string $text): bool
    {
        return preg_match(self::HIDDEN, mb_scrub($text)) === 1;
    }

    /** @param  callable(int): string  $write */
    private static function each(string $text, callable $write): string
    {
        return (string) preg_replace_callback(
            self::HIDDEN,
            static fn(array $sign): string => $write(mb_ord($sign[0])),
            mb_scrub($text),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Words that stand where a value should be and are none. */
final class NoValue
{
    private const WORDS = [
        '',
        'unknown',
        'n/a',
        'na',
        'none',
        'null',
        'nil',
        'undefined',
        'default',
        'not set',
        'not available',
        '-',
        '--',
        '?',
        'todo',
        'unavailable',
        'generic',
        'not found',
        'to be filled',
        'empty',
    ];

    /** Whether a text stands for "nothing known", is blacked out, or is a place to write a value into. */
    public static function is(string $value): bool
    {
        $word = strtolower(trim($value, " \t\n\"'"));

        return in_array($word, self::WORDS, true) ||
            preg_match(
                '/^[<[({].*[>\])}]$|^[x*#.█•?_-]{2,}$|redacted|removed|hidden|censored|placeholder/iu',
                $word,
            ) === 1 ||
            preg_match('/[*•█]{3,}|x{4,}/iu', $word) === 1;
    }

    /** Whether a text cannot be a serial number: no value, one sign again and again, or a row of counted digits. */
    public static function isSerial(string $value): bool
    {
        $word = strtolower(trim($value));

        return self::is($word) ||
            preg_match('/^[a-z0-9._:-]{4,64}$/', $word) !== 1 ||
            preg_match('/^(.)\1*$/', $word) === 1 ||
            preg_match(
                '/^(?:0?123456789?a?b?c?d?e?f?0?|0?1234567890?(?:abcdef)?|abcdef0?1?2?3?4?5?6?7?8?9?)$/',
                $word,
            ) === 1 ||
            preg_match('/serial|your|example|sample/', $word) === 1;
    }
}

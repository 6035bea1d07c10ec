<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** Text as it stands in a page of Markdown: nothing in it is a mark (CommonMark 0.31, sections 2.4 and 6). */
final class Markdown
{
    private const MARKS = '/[\\\\`*\[\]<>|~&]|(?<![A-Za-z0-9])_|_(?![A-Za-z0-9])|(?<=[A-Za-z]):(?=\/\/)|(?<=\bwww)\./';

    /** What would begin a heading, a list or a quotation where a line begins. */
    private const BEGINNING = '/^(\s*)([#+=-]|\d+(?=[.)](?:\s|$)))/';

    private const ESCAPED = '/\\\\([!-\/:-@\[-`{-~])/';

    /** One line, with its marks escaped and hidden signs written out. */
    public static function text(string|int|null $text): string
    {
        $line = (string) preg_replace('/\s*\R\s*/u', ' ', mb_scrub((string) $text));
        $marked = (string) preg_replace(self::MARKS, '\\\\$0', WrittenOut::of($line));

        return (string) preg_replace_callback(
            self::BEGINNING,
            static fn(array $part): string => ctype_digit($part[2])
                ? "{$part[1]}{$part[2]}\\"
                : "{$part[1]}\\{$part[2]}",
            $marked,
        );
    }

    /** What text() was given, but for what cannot be seen. */
    public static function plain(string $marked): string
    {
        return (string) preg_replace(self::ESCAPED, '$1', $marked);
    }
}

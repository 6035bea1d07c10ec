<?php

declare(strict_types=1);

namespace App\Console;

use Symfony\Component\Console\Formatter\OutputFormatter;
use Tornavis\Core\Words\WrittenOut;

/** Says on the terminal what names and texts of others hold, without doing what they say. */
final class PlainFormatter extends OutputFormatter
{
    /** A mark that is none of this program's own: of another's text, where it stands for itself. */
    private const FOREIGN_MARK = '#(?<!\\\\)<(?!/?(?:info|error|comment|question)?>)#';

    public function formatAndWrap(?string $message, int $width): string
    {
        // Colours come after this.
        $plain = WrittenOut::of((string) $message);

        return parent::formatAndWrap((string) preg_replace(self::FOREIGN_MARK, '\\\\<', $plain), $width);
    }
}

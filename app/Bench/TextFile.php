<?php

declare(strict_types=1);

namespace App\Bench;

use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\ReadingError;

/** A file with what a phone, its recovery or a command printed. */
final class TextFile
{
    /** @throws ReadingError when it cannot be read, is too large, or holds no text */
    public static function read(string $path): PrintedText
    {
        $bytes = is_file($path) && is_readable($path) ? filesize($path) : false;
        if ($bytes === false) {
            throw ReadingError::noFile($path);
        }
        if ($bytes > PrintedText::MOST_BYTES) {
            throw ReadingError::tooLarge($path, $bytes, PrintedText::MOST_BYTES);
        }

        return PrintedText::of((string) file_get_contents($path), basename($path));
    }

    /** @throws ReadingError when it is too large, or holds no text */
    public static function readInput(): PrintedText
    {
        return PrintedText::of((string) stream_get_contents(STDIN, PrintedText::MOST_BYTES + 1), 'standard input');
    }
}

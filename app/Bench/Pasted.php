<?php

declare(strict_types=1);

namespace App\Bench;

use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Reading;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\TextReader;

/** A text that somebody pasted into a page. */
final class Pasted
{
    /** @throws ReadingError when it is too large, is no text, is of two phones, or says nothing that is understood */
    public static function read(string $text): Reading
    {
        $printed = PrintedText::of($text);
        $reading = TextReader::read($printed);
        if ($reading->isEmpty()) {
            throw ReadingError::nothing('the pasted text', $printed->countFilledLines());
        }

        return $reading;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** One line of a printed text, as it stands there. */
final readonly class PrintedLine
{
    /**
     * @param  int  $number  counts from 1; a carriage return ends a line too
     * @param  string  $source  what the text is called: a file's name, or "pasted"
     */
    public function __construct(public int $number, public string $text, public string $source) {}
}

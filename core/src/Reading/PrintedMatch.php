<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** One place in a printed text that a pattern found. */
final readonly class PrintedMatch
{
    /**
     * @param  array<int|string, string>  $parts  as preg_match gives them; what did not match is ""
     * @param  int  $end  byte after the match
     */
    public function __construct(private array $parts, public PrintedLine $line, public int $end) {}

    /** The same match, said to rest on another of its lines. */
    public function at(PrintedLine $line): self
    {
        return new self($this->parts, $line, $this->end);
    }

    public function part(int|string $which): string
    {
        return $this->parts[$which] ?? '';
    }
}

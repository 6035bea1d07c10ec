<?php

declare(strict_types=1);

namespace App\Shelf;

/** A file in a folder of the shelf, before anything of it is read. */
final readonly class FoundFile
{
    /** @param  int  $changed  Unix seconds of the last change of the file, or of what lies beside it */
    public function __construct(public string $path, public int $sizeBytes, public int $changed) {}

    public function changedWith(int $other): self
    {
        return new self($this->path, $this->sizeBytes, max($this->changed, $other));
    }

    public function hasPlainPath(): bool
    {
        return mb_check_encoding($this->path, 'UTF-8');
    }

    /** The path by which it is kept; one that holds other bytes than text is kept readable and still its own. */
    public function keptPath(): string
    {
        return $this->hasPlainPath()
            ? $this->path
            : mb_scrub($this->path, 'UTF-8') . ' (' . substr(hash('sha256', $this->path), 0, 8) . ')';
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

/**
 * The names of the files in a cpio archive ("newc" form), read as it comes; contents are passed over and never kept.
 */
final class CpioNames
{
    public const MAGIC = '070701';

    private const HEADER_BYTES = 110;

    private const LONGEST_NAME = 4096;

    private const END = 'TRAILER!!!';

    private string $held = '';

    private int $heldFrom = 0;

    /** @param  \Iterator<int, string>  $pieces  of the archive, in order */
    private function __construct(private readonly \Iterator $pieces, private readonly int $mostBytes) {}

    /**
     * @param  \Iterator<int, string>  $pieces
     * @param  int  $mostBytes  of the archive that are looked at
     * @return \Generator<int, string>
     */
    public static function in(\Iterator $pieces, int $mostBytes): \Generator
    {
        return (new self($pieces, $mostBytes))->names();
    }

    /**
     * @return \Generator<int, string>
     */
    private function names(): \Generator
    {
        $at = 0;
        while (($header = $this->read($at, self::HEADER_BYTES)) !== null && str_starts_with($header, self::MAGIC)) {
            $size = self::number(substr($header, 54, 8));
            $length = self::number(substr($header, 94, 8));
            $name = $length > self::LONGEST_NAME ? null : $this->read($at + self::HEADER_BYTES, $length);
            if ($name === null || rtrim($name, "\0") === self::END) {
                return;
            }
            yield rtrim($name, "\0");
            $at = self::padded(self::padded($at + self::HEADER_BYTES + $length) + $size);
        }
    }

    /** Null where the archive, or what is looked at of it, ends before. */
    private function read(int $at, int $length): ?string
    {
        if ($at + $length > $this->mostBytes) {
            return null;
        }
        while ($this->heldFrom + strlen($this->held) < $at + $length && $this->pieces->valid()) {
            $piece = $this->pieces->current();
            $this->pieces->next();
            $skipped = max(0, min(strlen($this->held), $at - $this->heldFrom));
            $this->heldFrom += $skipped;
            $this->held = substr($this->held, $skipped) . $piece;
        }
        $from = $at - $this->heldFrom;

        return $from >= 0 && strlen($this->held) - $from >= $length ? substr($this->held, $from, $length) : null;
    }

    private static function number(string $hex): int
    {
        return (int) hexdec((string) preg_replace('/[^0-9a-fA-F]/', '0', $hex));
    }

    private static function padded(int $at): int
    {
        return ($at + 3) & ~3;
    }
}

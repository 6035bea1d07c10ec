<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * A dotted version as makers write them ("5.2.11", "14.0.8", "13"); numeric parts compare as numbers,
 * others as text, and a missing part is lower than any present one.
 */
final readonly class Version
{
    /**
     * @param  list<string>  $parts
     */
    private function __construct(private string $text, private array $parts) {}

    public static function of(string $text): self
    {
        $parts = preg_split(
            '/[.\-_+ ]+|(?<=\d)(?=[a-zA-Z])|(?<=[a-zA-Z])(?=\d)/',
            trim($text),
            -1,
            PREG_SPLIT_NO_EMPTY,
        );

        return new self($text, $parts === false ? [$text] : $parts);
    }

    /** Negative, zero or positive, like the spaceship operator. */
    public function compare(self $other): int
    {
        $length = max(count($this->parts), count($other->parts));
        for ($i = 0; $i < $length; $i++) {
            $mine = $this->parts[$i] ?? null;
            $theirs = $other->parts[$i] ?? null;
            if ($mine === null || $theirs === null) {
                return $mine === null ? -1 : 1;
            }
            $order =
                ctype_digit($mine) && ctype_digit($theirs) ? (int) $mine <=> (int) $theirs : strcmp($mine, $theirs);
            if ($order !== 0) {
                return $order;
            }
        }

        return 0;
    }

    public function olderThan(self $other): bool
    {
        return $this->compare($other) < 0;
    }

    public function __toString(): string
    {
        return $this->text;
    }
}

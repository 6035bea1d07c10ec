<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\Slot;

/** Slots as programs print them. */
final class SlotText
{
    /** "a" of "_a", "A" or "a"; null where it names none. */
    public static function of(string $text): ?string
    {
        return Slot::tryFrom(strtolower(ltrim(trim($text), '_')))?->value;
    }

    /**
     * A partition's name without the slot behind it.
     *
     * @return array{string, ?string} its name and its slot
     */
    public static function split(string $partition): array
    {
        return preg_match('/^(.+)_([ab])$/', $partition, $part) === 1 ? [$part[1], $part[2]] : [$partition, null];
    }
}

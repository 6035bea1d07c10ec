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

    /** The name of a partition as files and sheets have it: some makers list all of them in capitals. */
    public static function plain(string $partition): string
    {
        return $partition === strtoupper($partition) ? strtolower($partition) : $partition;
    }

    /**
     * A partition's name without the slot behind it.
     *
     * @return array{string, ?string} its name and its slot
     */
    public static function split(string $partition): array
    {
        $name = self::plain($partition);

        return preg_match('/^(.+)_([ab])$/', $name, $part) === 1 ? [$part[1], $part[2]] : [$name, null];
    }
}

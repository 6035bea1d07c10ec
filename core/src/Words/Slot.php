<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** The set of system partitions; "-" on a phone that has one. */
enum Slot: string
{
    case A = 'a';
    case B = 'b';
    case Only = '-';

    /** "Slot A" at the beginning of a sentence; a phone with one slot has no name for it. */
    public static function named(string $slot, string $withoutName = 'The phone'): string
    {
        return self::isOnly($slot) ? $withoutName : 'Slot ' . strtoupper($slot);
    }

    /**
     * " into slot A", with the space before it; nothing on a phone with one slot.
     *
     * @param  'for'|'in'|'into'|'of'  $preposition
     */
    public static function phrase(string $preposition, string $slot): string
    {
        $name = strtoupper($slot);

        return match (self::isOnly($slot) ? '' : $preposition) {
            'for' => " for slot {$name}",
            'in' => " in slot {$name}",
            'into' => " into slot {$name}",
            'of' => " of slot {$name}",
            default => '',
        };
    }

    /** Whether it is the one slot of a phone that has no second. */
    public static function isOnly(string $slot): bool
    {
        return $slot === self::Only->value;
    }
}

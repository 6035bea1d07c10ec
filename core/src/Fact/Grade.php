<?php

declare(strict_types=1);

namespace Tornavis\Core\Fact;

/** How sure a value is, from what was seen down to what is only guessed. A value that nobody knows has no grade. */
enum Grade: string
{
    /** seen on this phone */
    case Seen = 'seen';
    /** said by its owner, by its maker's sheet, or by the person who decides */
    case Said = 'said';
    /** stated by a publisher: by a file, its card or its page */
    case Stated = 'stated';
    /** follows from statements, which are named */
    case Derived = 'derived';
    /** what such files or phones mostly have */
    case Guessed = 'guessed';

    public function isSurerThan(self $other): bool
    {
        return $this->rank() > $other->rank();
    }

    /** The surest of several that say the same. */
    public static function surest(self $first, self ...$others): self
    {
        foreach ($others as $other) {
            $first = $other->isSurerThan($first) ? $other : $first;
        }

        return $first;
    }

    public function label(): string
    {
        return match ($this) {
            self::Seen => 'seen on the phone',
            self::Said => 'said by a person or the maker',
            self::Stated => 'stated by a publisher',
            self::Derived => 'follows from other statements',
            self::Guessed => 'guessed',
        };
    }

    private function rank(): int
    {
        return match ($this) {
            self::Seen => 5,
            self::Said => 4,
            self::Stated => 3,
            self::Derived => 2,
            self::Guessed => 1,
        };
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What an unlocked bootloader does with a start image that is not the one which verification knows. */
enum UnverifiedStart: string
{
    case Warns = 'warns';
    case Refuses = 'refuses';

    public function label(): string
    {
        return match ($this) {
            self::Warns => 'starts with a warning',
            self::Refuses => 'refuses to start',
        };
    }

    /**
     * @return array<string, string> label by value
     */
    public static function labels(): array
    {
        $labels = [];
        foreach (self::cases() as $case) {
            $labels[$case->value] = $case->label();
        }

        return $labels;
    }
}

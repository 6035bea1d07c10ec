<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Words\TornavisError;

/** A property dump that cannot be used. */
final class DumpError extends TornavisError
{
    public static function nothing(int $bytes): self
    {
        return new self(
            "No line in these {$bytes} bytes has the form [key]: [value]",
            'the property dump',
            'lines like [some.key]: [its value]',
            'Let the phone list all its properties and paste the whole list.',
        );
    }

    public static function tooLarge(int $bytes, int $most): self
    {
        return new self(
            "The text has {$bytes} bytes",
            'the property dump',
            "at most {$most} bytes",
            'Paste only the list of properties; a phone writes well under a megabyte.',
        );
    }

    public static function unknownProperties(int $lines): self
    {
        return new self(
            "None of the {$lines} properties says which phone this is",
            'the property dump',
            'properties of a phone\'s product, build or bootloader',
            'Paste the whole list and not a part of it.',
        );
    }

    public static function otherPhone(string $label, string $what, string $has, string $says): self
    {
        return new self(
            "The dump is from another phone: its {$what} is {$says}, {$label} has {$has}",
            'the property dump',
            "the dump of {$label}",
            'Take the dump of the right phone, or enter this one as a phone of its own. Nothing was taken over.',
        );
    }
}

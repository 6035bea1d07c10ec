<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

use Tornavis\Core\Words\TornavisError;

/** A JSON file of one of the own formats cannot be used. */
final class FormatError extends TornavisError
{
    public static function notJson(string $where, string $reason): self
    {
        return new self(
            "This is not JSON: {$reason}",
            $where,
            'one JSON object',
            'Open it in an editor and mend the place named, or export it again.',
        );
    }

    public static function notReadable(string $where): self
    {
        return new self('The file cannot be opened', $where, 'a readable file', 'Check the path and its permissions.');
    }

    public static function tooLarge(string $where, int $bytes, int $most): self
    {
        return new self(
            "The file has {$bytes} bytes",
            $where,
            "at most {$most} bytes",
            'Take out what does not belong in it, or get it again from its publisher.',
        );
    }

    public static function notWritable(string $where): self
    {
        return new self(
            'The file cannot be written',
            $where,
            'a folder that can be written, with room left',
            'Check its permissions and the free space. Nothing was changed.',
        );
    }

    public static function unknownFormat(string $where, string $format): self
    {
        return new self(
            "The format is \"{$format}\"",
            $where . ', /format',
            'one of: ' . implode(', ', array_map(static fn(string $name): string => "tornavis/{$name}", Schema::NAMES)),
            'Check that this is a file of this program.',
        );
    }

    public static function newerVersion(string $where, string $format, int $version, int $known): self
    {
        return new self(
            "The file has version {$version} of {$format}",
            $where . ', /version',
            "version {$known} or older",
            'Update this program, or export the file in the older version.',
        );
    }

    public static function invalid(string $where, string $field, string $problem, string $expected): self
    {
        return new self($problem, "{$where}, {$field}", $expected, 'Mend this field; nothing was taken over.');
    }

    public static function otherFile(string $card, string $named, string $file, string $difference): self
    {
        return new self(
            "The card is for another file: {$difference}",
            $card,
            "a card for {$file}, but it names {$named}",
            'Move the card to its own file, or get the card that belongs to this one.',
        );
    }
}

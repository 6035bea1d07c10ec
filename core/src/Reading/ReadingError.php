<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Words\TornavisError;

/** A text that cannot be read, or that must not be taken as one phone's. */
final class ReadingError extends TornavisError
{
    public static function noFile(string $path): self
    {
        return new self(
            'There is no file that can be read',
            $path,
            'a text file',
            'Look at the path and at the rights of the file.',
        );
    }

    public static function tooLarge(string $source, int $bytes, int $most): self
    {
        return new self(
            "The text has {$bytes} bytes",
            $source,
            "at most {$most} bytes",
            'Cut out the part that is about this phone: lists are well under a megabyte, and of a log the end matters.',
        );
    }

    public static function notText(string $source, int $bytes): self
    {
        return new self(
            "These {$bytes} bytes are no text",
            $source,
            'what a phone, its recovery or a command printed',
            'If it is a build or an image, drop it as a file.',
        );
    }

    public static function nothing(string $source, int $lines): self
    {
        return new self(
            "None of the {$lines} lines says anything of a phone that is understood here",
            $source,
            "a phone's properties, its bootloader's variables, a log, or what a command printed",
            'Paste the whole output and not a part of it, in the language in which the tool prints it.',
        );
    }

    public static function noCodename(): self
    {
        return new self(
            'Nothing that was given names the codename of the phone',
            'the texts and files',
            'a list of properties, a list of bootloader variables, or a build that is made for one codename',
            'Paste the list of properties: it has the codename near its middle, as ro.product.device.',
        );
    }

    public static function otherPhone(string $label, string $what, string $has, string $says): self
    {
        return new self(
            "This is from another phone: its {$what} is {$says}, {$label} has {$has}",
            'the pasted text',
            "what {$label} printed",
            'Paste what the right phone printed, or enter this one as a phone of its own. Nothing was taken over.',
        );
    }

    public static function twoPhones(PrintedLine $one, string $serial, PrintedLine $other, string $otherSerial): self
    {
        return new self(
            "Two phones speak in this text: {$serial} in line {$one->number} and {$otherSerial} in line " .
                $other->number,
            $one->source === $other->source ? $one->source : "{$one->source}; {$other->source}",
            'the outputs of one phone',
            'Paste what each phone says by itself. Nothing was taken over.',
        );
    }
}

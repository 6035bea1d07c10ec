<?php

declare(strict_types=1);

namespace App\Shelf;

use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\TornavisError;

/** An upload, or a piece of one, that is not taken. */
final class UploadRefused extends TornavisError
{
    /** Status of the answer, as the tus protocol gives them. */
    public int $status = 422;

    public static function tooLarge(int $bytes, int $most): self
    {
        return self::with(
            413,
            new self(
                "The file has {$bytes} bytes",
                'the upload',
                'between 1 byte and ' . Size::text($most),
                'Put it into a folder on this machine and name the folder instead.',
            ),
        );
    }

    public static function noRoom(int $bytes, int $free): self
    {
        return self::with(
            507,
            new self(
                'There is no room for it',
                'the disk of the shelf',
                Size::text($bytes) . ' free; ' . Size::text($free) . ' are',
                'Free some space, then go on: what has arrived is kept.',
            ),
        );
    }

    public static function nameTaken(string $name): self
    {
        return self::with(
            409,
            new self(
                "A file named {$name} is on the shelf",
                'the upload',
                'another name',
                'Rename the file, or take the old one away first.',
            ),
        );
    }

    public static function badName(string $name): self
    {
        return new self(
            'The name cannot be used: ' . json_encode(mb_scrub($name)),
            'the upload',
            'a plain file name',
            'Rename the file.',
        );
    }

    public static function noNumber(string $header, string $value): self
    {
        return self::with(
            400,
            new self(
                "The header {$header} is " . json_encode(mb_scrub(substr($value, 0, 40))),
                'the upload',
                'a whole decimal number',
                'Send it as digits alone.',
            ),
        );
    }

    public static function unknown(): self
    {
        return self::with(
            404,
            new self('There is no such upload', 'the upload', 'one that was begun here', 'Begin it again.'),
        );
    }

    public static function otherOffset(int $offset, int $has): self
    {
        return self::with(
            409,
            new self(
                "The piece begins at byte {$offset}; {$has} have arrived",
                'the upload',
                "a piece that begins at byte {$has}",
                'Ask how far it is, and go on from there.',
            ),
        );
    }

    public static function busy(): self
    {
        return self::with(
            423,
            new self(
                'Another piece of this upload is being written',
                'the upload',
                'one piece at a time',
                'Wait for it, then ask how far it is.',
            ),
        );
    }

    private static function with(int $status, self $error): self
    {
        $error->status = $status;

        return $error;
    }
}

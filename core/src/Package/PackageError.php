<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Words\TornavisError;

/** Something about a file makes it impossible, or unsafe, to say what it is. */
final class PackageError extends TornavisError
{
    public static function notReadable(string $path, string $reason): self
    {
        return new self(
            "The file cannot be opened: {$reason}",
            $path,
            'a readable file',
            'Check the path and its permissions.',
        );
    }

    public static function empty(string $path): self
    {
        return new self('The file is empty', $path . ', 0 bytes', 'a package with content', 'Download it again.');
    }

    public static function truncated(string $path, int $offset, int $wanted, int $size): self
    {
        return new self(
            'The file ends too early',
            "{$path}, byte {$offset}",
            "{$wanted} bytes there, but the file has {$size} bytes in all",
            'The download is incomplete. Get the file again and compare its checksum.',
        );
    }

    public static function noDirectory(string $path, int $size): self
    {
        return new self(
            'The file begins like a zip but its directory is missing',
            "{$path}, last bytes before {$size}",
            'an end-of-directory record at the end of the file',
            'The download is incomplete. Get the file again and compare its checksum.',
        );
    }

    public static function unknownKind(string $path, string $firstBytes): self
    {
        return new self(
            "The content is of no kind that is read here (it begins with {$firstBytes})",
            "{$path}, byte 0",
            'an update zip, a boot image or a vendor boot image',
            'Unpack it first if it is an archive, or check that it is the file you meant.',
        );
    }

    public static function hostile(string $path, string $where, string $problem): self
    {
        return new self(
            $problem,
            "{$path}, {$where}",
            'an archive made by an ordinary packing tool',
            'Do not use this file. Get it from its publisher.',
        );
    }

    public static function malformed(string $path, string $where, string $problem, string $expected): self
    {
        return new self(
            $problem,
            "{$path}, {$where}",
            $expected,
            'The file is damaged or of another format version. Get it again from its publisher.',
        );
    }

    public static function noMetadata(string $path): self
    {
        return new self(
            'The zip holds neither update metadata nor an update script',
            $path,
            'a metadata text, an update script or a payload container inside',
            'If it is a bundle of images, unpack it first. If it is an update, get it again.',
        );
    }

    /**
     * The error of another process.
     *
     * @param  mixed  $data  as written by toArray()
     */
    public static function told(mixed $data): self
    {
        $text = static fn(string $name): string => is_array($data) && is_string($data[$name] ?? null)
            ? $data[$name]
            : '';

        return new self($text('what'), $text('where'), $text('expected'), $text('todo'));
    }

    /** A defect of this program, found by a file. */
    public static function fault(string $path, string $message): self
    {
        return new self(
            "Reading the file failed in this program: {$message}",
            $path,
            'a reader that says what is wrong with the file',
            'The file is not used; everything else goes on. Get it again from its publisher, and if that does not ' .
                'help, report this with the file.',
        );
    }

    /** The reading was ended from outside. */
    public static function readingEnded(string $path, string $how): self
    {
        return new self(
            "Reading the file was ended: {$how}",
            $path,
            'a file that can be read in a few seconds and little memory',
            'The file is not used; everything else goes on. Get it again from its publisher, then look at the ' .
                'folders again.',
        );
    }

    public static function badPath(string $path): self
    {
        return new self(
            'The name of the file, or of its folder, holds bytes that are no UTF-8 text',
            $path,
            'a name that can be shown',
            'Rename it; it is then read by itself.',
        );
    }

    public static function noRoom(string $path, int $bytes): self
    {
        return new self(
            "There is no room for {$bytes} bytes",
            $path,
            'that much free space on the disk',
            'Make room on this disk, then try it again.',
        );
    }

    public static function changedWhileRead(string $path): self
    {
        return new self(
            'The file changed while it was read',
            $path,
            'the same size and time before and after',
            'Wait until the copy or download ends, then read it again.',
        );
    }
}

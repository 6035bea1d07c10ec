<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;

/**
 * The entries of a tar archive, read header by header without unpacking anything.
 *
 * Source: the ustar interchange format, with the long names of the two common extensions.
 * Refuses links, devices and names that leave the archive.
 */
final readonly class TarDirectory
{
    private const BLOCK = 512;

    private const MOST_ENTRIES = 20_000;

    /** Those of folders and of long names among them. */
    private const MOST_HEADERS = 3 * self::MOST_ENTRIES;

    /** Blocks of zeros that end an archive. */
    private const EMPTY_AT_END = 2;

    private const MOST_NAME_BYTES = 4096;

    /**
     * @param  array<string, array{offset: int, size: int}>  $entries  by name
     */
    private function __construct(private Bytes $bytes, public array $entries) {}

    public static function looksLikeOne(Bytes $bytes): bool
    {
        return $bytes->size >= self::BLOCK &&
            $bytes->read(257, 5) === 'ustar' &&
            self::hasRightSum($bytes->read(0, self::BLOCK));
    }

    /** @throws PackageError */
    public static function of(Bytes $bytes): self
    {
        $entries = [];
        $long = null;
        $headers = 0;
        $empty = 0;
        for (
            $at = 0;
            $at + self::BLOCK <= $bytes->size;
            $at += self::BLOCK + intdiv($size + self::BLOCK - 1, self::BLOCK) * self::BLOCK
        ) {
            $header = $bytes->read($at, self::BLOCK);
            $size = 0;
            if (++$headers > self::MOST_HEADERS) {
                throw PackageError::hostile(
                    $bytes->path,
                    "byte {$at}",
                    'The archive has more than ' . self::MOST_HEADERS . ' headers',
                );
            }
            if (trim($header, "\0") === '') {
                if (++$empty === self::EMPTY_AT_END) {
                    break;
                }

                continue;
            }
            $empty = 0;
            if (!self::hasRightSum($header)) {
                throw PackageError::malformed(
                    $bytes->path,
                    "byte {$at}",
                    'A header does not have the checksum that it states',
                    'an intact tar header',
                );
            }
            $size = self::number($bytes, substr($header, 124, 12), $at);
            if ($size > $bytes->size - $at - self::BLOCK) {
                throw PackageError::truncated($bytes->path, $at + self::BLOCK, $size, $bytes->size);
            }
            $type = $header[156];
            if ($type === 'L' || $type === 'x' || $type === 'g') {
                $text = $bytes->read($at + self::BLOCK, min($size, self::MOST_NAME_BYTES));
                $long = match ($type) {
                    'L' => rtrim($text, "\0"),
                    'x' => preg_match('/^\d+ path=(.*)$/m', $text, $part) === 1 ? $part[1] : $long,
                    default => $long,
                };

                continue;
            }
            $prefix = rtrim(substr($header, 345, 155), "\0");
            $name =
                $long ??
                ($prefix !== '' && $header[262] === "\0" ? "{$prefix}/" : '') . rtrim(substr($header, 0, 100), "\0");
            $long = null;
            self::take($bytes, $entries, preg_replace('#^\./#', '', $name) ?? $name, $type, $at, $size);
        }

        return new self($bytes, $entries);
    }

    /**
     * @param  array<string, array{offset: int, size: int}>  $entries
     */
    private static function take(Bytes $bytes, array &$entries, string $name, string $type, int $at, int $size): void
    {
        if ($type === '5') {
            return;
        }
        EntryName::refuse($bytes->path, $name, "byte {$at}");
        if (!in_array($type, ['0', "\0", '7'], true)) {
            throw PackageError::hostile($bytes->path, "entry {$name}", 'The entry is a link or a device');
        }
        if (isset($entries[$name])) {
            throw PackageError::hostile($bytes->path, "entry {$name}", 'Two entries have the same name');
        }
        if (count($entries) >= self::MOST_ENTRIES) {
            throw PackageError::hostile(
                $bytes->path,
                "byte {$at}",
                'The archive has more than ' . self::MOST_ENTRIES . ' entries',
            );
        }
        $entries[$name] = ['offset' => $at + self::BLOCK, 'size' => $size];
    }

    /** The bytes of an entry, without reading them. */
    public function bytes(string $name): Bytes
    {
        $entry =
            $this->entries[$name] ??
            throw PackageError::malformed(
                $this->bytes->path,
                "entry {$name}",
                'There is no such entry',
                'an entry of the archive',
            );

        return $this->bytes->slice($entry['offset'], $entry['size']);
    }

    private static function number(Bytes $bytes, string $field, int $at): int
    {
        if ((ord($field[0]) & 0x80) !== 0) {
            /** @var array{size: int} $wide */
            $wide = unpack('Jsize', substr($field, 4));
            $size = $wide['size'];
        } else {
            $digits = trim($field, " \0");
            if ($digits !== '' && preg_match('/^[0-7]{1,11}$/', $digits) !== 1) {
                throw PackageError::malformed(
                    $bytes->path,
                    'byte ' . ($at + 124),
                    'The size of an entry is no octal number',
                    'up to eleven octal digits',
                );
            }
            $size = (int) octdec($digits === '' ? '0' : $digits);
        }
        if ($size < 0) {
            throw PackageError::hostile($bytes->path, 'byte ' . ($at + 124), 'An entry claims a negative size');
        }

        return $size;
    }

    private static function hasRightSum(string $header): bool
    {
        $stated = trim(substr($header, 148, 8), " \0");
        if (preg_match('/^[0-7]{1,7}$/', $stated) !== 1) {
            return false;
        }
        /** @var array<int, int> $bytes */
        $bytes = unpack('C*', substr_replace($header, '        ', 148, 8));

        return array_sum($bytes) === (int) octdec($stated);
    }
}

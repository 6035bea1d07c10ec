<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Tornavis\Core\Package\PackageError;

/** What an entry of an archive may be called. */
final class EntryName
{
    /**
     * @param  string  $where  for the message: the place in the file
     *
     * @throws PackageError when the name is one that no honest packing tool writes
     */
    public static function refuse(string $path, string $name, string $where): void
    {
        $problem = match (true) {
            $name === '' => 'An entry has no name',
            !mb_check_encoding($name, 'UTF-8') => 'An entry name is not UTF-8',
            preg_match('/[\x00-\x1f\x7f]/', $name) === 1 => 'An entry name holds control characters',
            str_starts_with($name, '/') || preg_match('/^[A-Za-z]:/', $name) === 1 || str_contains($name, '\\')
                => "The entry {$name} has an absolute or foreign path",
            in_array('..', explode('/', $name), true) => "The entry {$name} climbs out of the archive",
            strlen($name) > 1024 => 'An entry name has more than 1024 bytes',
            default => null,
        };
        if ($problem !== null) {
            throw PackageError::hostile($path, $where, $problem);
        }
    }
}

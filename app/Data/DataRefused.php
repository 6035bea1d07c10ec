<?php

declare(strict_types=1);

namespace App\Data;

use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\TornavisError;

/** The data cannot be used as it lies there, and trying again would change nothing. */
final class DataRefused extends TornavisError
{
    public static function gone(string $file, ?string $copy): self
    {
        $todo =
            'Put the file back' .
            ($copy === null ? '' : ", or bring the newest copy back: ./tornavis restore {$copy}") .
            '. To begin with an empty bench, start with --fresh.';

        return new self('The database is gone', $file, 'the database that was here before', $todo);
    }

    /**
     * @param  list<string>  $unknown  names of changes
     */
    public static function newer(string $file, array $unknown): self
    {
        $last = $unknown[count($unknown) - 1];

        return new self(
            "The database was made by a newer version of this program; it holds \"{$last}\"",
            $file,
            'a database of this version or an older one',
            'Start that newer version, or bring a copy from before it back: ./tornavis restore FILE. Nothing was ' .
                'changed.',
        );
    }

    public static function noDatabase(string $file, string $reason): self
    {
        return new self(
            "The file is no whole database: {$reason}",
            $file,
            'a SQLite database of this program',
            'Bring a copy back: ./tornavis restore FILE. Nothing was changed.',
        );
    }

    public static function noBackup(string $file, string $reason): self
    {
        return new self(
            "This is no whole backup: {$reason}",
            $file,
            'a file that ./tornavis backup made',
            'Choose another file. Nothing was changed.',
        );
    }

    public static function inUse(string $by): self
    {
        return new self(
            "Tornavis is running on this data: {$by}",
            'the data folder',
            'that it has ended',
            'End it, then do this again. Nothing was changed.',
        );
    }

    public static function notOurs(string $file): self
    {
        return new self(
            'There is a file of this name already, and it is no backup of Tornavis',
            $file,
            'a name that is free, or an older backup to be written over',
            'Choose another name. The file was not touched.',
        );
    }

    public static function inTheData(string $file, string $backups): self
    {
        return new self(
            'The file would lie among the data',
            $file,
            "a place outside of the data folder, or {$backups}",
            'Choose another place. Nothing was written.',
        );
    }

    public static function noRoom(string $folder, int $needed, int $free): self
    {
        return new self(
            'The disk has no room for it: ' . Size::text($free) . ' are free',
            $folder,
            Size::text($needed) . ', for what comes and for a copy of what is there',
            'Make room, then do this again. Nothing was changed.',
        );
    }

    public static function notWritten(string $file): self
    {
        return new self(
            'The file cannot be written',
            $file,
            'a folder that can be written, with room left',
            'Check its permissions and the free space, or name another file.',
        );
    }
}

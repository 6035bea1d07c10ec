<?php

declare(strict_types=1);

namespace App\Bench;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Words\Moment;

/** Times of a file that came in, as the database keeps them. */
final class FileTime
{
    /** @throws FormatError when the text is none, which its schema has refused before */
    public static function read(string $text): Carbon
    {
        $seconds =
            Moment::seconds($text) ??
            throw FormatError::invalid(ArchiveIntake::WHERE, $text, 'It is no time', 'an ISO 8601 time');

        return Carbon::createFromTimestampUTC($seconds);
    }

    /** Saves a row that was made and changed elsewhere, with the times of there. */
    public static function save(Model $row, Carbon $created, Carbon $updated): void
    {
        $row->timestamps = false;
        $row->forceFill([
            'created_at' => $row->fromDateTime($created),
            'updated_at' => $row->fromDateTime($updated),
        ])->save();
    }
}

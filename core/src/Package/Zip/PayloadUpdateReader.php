<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\Payload\Payload;
use Tornavis\Core\Package\Reading;

/** An update zip that carries a payload container. */
final class PayloadUpdateReader implements PackageReader
{
    /** Path of the payload, fixed by the format. */
    public const ENTRY = 'payload.bin';

    public function recognises(Bytes $bytes): bool
    {
        return ZipDirectory::looksLikeOne($bytes) && ZipDirectory::of($bytes)->find(self::ENTRY) !== null;
    }

    public function read(Bytes $bytes): Reading
    {
        $zip = ZipDirectory::of($bytes);
        $entry = $zip->find(self::ENTRY) ?? throw PackageError::noMetadata($bytes->path);
        [$facts, $images] = Payload::of($zip->stored($entry), self::ENTRY)->outline();

        return new Reading(
            Container::PayloadZip,
            [...UpdateMetadata::facts($zip), ...PropertyFiles::facts($zip), ...$facts],
            $images,
        );
    }
}

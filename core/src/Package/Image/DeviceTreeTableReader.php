<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Package\Reading;

/** A table of device tree overlays, big-endian. Source: the open platform's device tree table header. */
final class DeviceTreeTableReader implements PackageReader
{
    public const MAGIC = "\xd7\xb7\xab\x1e";

    public function recognises(Bytes $bytes): bool
    {
        return $bytes->head(4) === self::MAGIC;
    }

    public function read(Bytes $bytes): Reading
    {
        /** @var array{total: int, header: int, entry: int, count: int, offset: int} $header */
        $header = unpack('Ntotal/Nheader/Nentry/Ncount/Noffset', $bytes->read(4, 20));
        if (
            $header['total'] > $bytes->size ||
            $header['offset'] + $header['entry'] * $header['count'] > $header['total']
        ) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 4',
                "The table claims {$header['total']} bytes with {$header['count']} entries",
                "a table inside the file's {$bytes->size} bytes",
            );
        }

        return new Reading(
            Container::DeviceTreeTable,
            [Fact::of(Field::PARTITION, 'dtbo', Source::File, 'device tree table')],
            [new PartitionImage('dtbo', $bytes->size)],
        );
    }
}

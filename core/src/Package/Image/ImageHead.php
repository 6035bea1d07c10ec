<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Package\Archive\CompressedReader;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Payload\Payload;
use Tornavis\Core\Package\Zip\ZipDirectory;

/** The form of an image that lies inside an archive, told from its first bytes as a file by itself would be. */
final class ImageHead
{
    /** The signatures of all forms lie within these bytes. */
    public const BYTES = 16 << 10;

    /** @return ?Container null where the bytes are of no form that is known: a partition may hold anything */
    public static function container(string $head): ?Container
    {
        $bytes = Bytes::ofString($head, 'an image of the bundle');
        $readers = [
            [new BootImageReader(), Container::BootImage],
            [new VendorBootImageReader(), Container::VendorBootImage],
            [new DeviceTreeTableReader(), Container::DeviceTreeTable],
            [new SparseImageReader(), Container::Sparse],
            [new VerificationReader(), Container::Verification],
            [new SuperLayoutReader(), Container::Super],
            [new FileSystemReader(), Container::FileSystem],
            [new CompressedReader([]), Container::Compressed],
        ];
        foreach ($readers as [$reader, $container]) {
            if ($reader->recognises($bytes)) {
                return $container;
            }
        }

        return match (true) {
            Payload::looksLikeOne($bytes) => Container::Payload,
            str_starts_with($head, ZipDirectory::LOCAL) => Container::ZipBundle,
            default => null,
        };
    }
}

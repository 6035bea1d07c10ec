<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** The form of a file, told from its content. */
enum Container: string
{
    case ScriptedZip = 'scripted update zip';
    case PayloadZip = 'update zip with payload';
    case BootImage = 'boot image';
    case VendorBootImage = 'vendor boot image';
    case DeviceTreeTable = 'device tree table';
    case Payload = 'payload container';
    case ZipBundle = 'zip of images';
    case TarBundle = 'tar of images';
    case FileSystem = 'file system image';
    case Sparse = 'sparse image';
    case Verification = 'verification header';
    case Super = 'super image';
    case EmptySuper = 'empty super layout';
    case Compressed = 'compressed file';

    public function withArticle(): string
    {
        return ($this === self::EmptySuper || str_starts_with($this->value, 'update') ? 'an ' : 'a ') . $this->value;
    }
}

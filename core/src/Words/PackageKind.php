<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a file of the shelf is. The values are those of docs/formats/release-card.schema.json. */
enum PackageKind: string
{
    case Build = 'build';
    case GenericImage = 'generic image';
    case StockBundle = 'stock bundle';
    case Firmware = 'firmware';
    case Vendor = 'vendor';
    case Recovery = 'recovery';
    case Kernel = 'kernel';
    case Services = 'services';
    case Root = 'root';
    case Fix = 'fix';
    case LayoutChanger = 'layout';
    case Cleaner = 'cleaner';
    case SlotCopy = 'slot-copy';
    case VerificationImage = 'verification image';
    case PartitionImage = 'partition image';
    case EmptySuper = 'empty super';
    case EncryptionDisabler = 'encryption disabler';
    case IdentityBackup = 'identity backup';
    case DataBackup = 'data backup';
    case Remover = 'remover';
}

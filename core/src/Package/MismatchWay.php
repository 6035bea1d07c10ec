<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** What makes of a file one that belongs where it goes. */
enum MismatchWay
{
    /** It is compressed or sparse; unpacked it is the right one. */
    case Unpack;

    /** The image lies in its payload. */
    case TakeOut;

    /** Nothing; another file is needed. */
    case OtherFile;
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** Reads one kind of container. Chosen by content, never by name. */
interface PackageReader
{
    public function recognises(Bytes $bytes): bool;

    /** @throws PackageError when the content is damaged or hostile */
    public function read(Bytes $bytes): Reading;
}

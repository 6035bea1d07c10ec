<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\Zip\ZipDirectory;

/** The entries of a zip or tar, unpacked piece by piece whatever their size. */
final readonly class Bundle
{
    private const PIECE = 256 << 10;

    private function __construct(private string $path, private ?TarDirectory $tar, private ?ZipDirectory $zip) {}

    /** @throws PackageError when the file is neither, or its directory lies */
    public static function open(string $path): self
    {
        $bytes = Bytes::open($path);
        $isTar = TarDirectory::looksLikeOne($bytes);

        return new self($path, $isTar ? TarDirectory::of($bytes) : null, $isTar ? null : ZipDirectory::of($bytes));
    }

    /**
     * @return \Generator<int, string>
     *
     * @throws PackageError when there is no such entry, or it does not unpack to what the directory says
     */
    public function pieces(string $entry): \Generator
    {
        if ($this->tar !== null) {
            $bytes = $this->tar->bytes($entry);
            for ($at = 0; $at < $bytes->size; $at += self::PIECE) {
                yield $bytes->read($at, min(self::PIECE, $bytes->size - $at));
            }

            return;
        }
        $found = $this->zip?->find($entry);
        if ($this->zip === null || $found === null) {
            throw PackageError::malformed(
                $this->path,
                "entry {$entry}",
                'There is no such entry',
                'an entry of the bundle',
            );
        }
        yield from $this->zip->pieces($found);
    }

    /**
     * Writes an entry to a file of its own.
     *
     * @return int its size in bytes
     *
     * @throws PackageError when it cannot be unpacked or written
     */
    public function extract(string $entry, string $to): int
    {
        $size = 0;
        $handle = @fopen($to, 'wb') ?: throw PackageError::notReadable($to, 'it cannot be written');
        try {
            foreach ($this->pieces($entry) as $piece) {
                if (@fwrite($handle, $piece) !== strlen($piece)) {
                    throw PackageError::noRoom($to, strlen($piece));
                }
                $size += strlen($piece);
            }
        } finally {
            fclose($handle);
        }

        return $size;
    }
}

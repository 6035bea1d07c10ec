<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** A bare image as a bootloader gets it: its beginning, and what it takes once it is written out. */
final readonly class ImageFile
{
    /** Header of a sparse image, little-endian: magic, versions, sizes of headers, block size, blocks. */
    private const SPARSE_MAGIC = "\x3a\xff\x26\xed";

    private const HEAD_BYTES = 64 << 10;

    /**
     * @param  int  $bytes  written out
     */
    private function __construct(private string $path, public string $head, public int $bytes) {}

    public static function at(string $path): self
    {
        $head = (string) file_get_contents($path, false, null, 0, self::HEAD_BYTES);
        $size = is_file($path) ? (int) filesize($path) : strlen($head);
        if (str_starts_with($head, self::SPARSE_MAGIC) && strlen($head) >= 20) {
            /** @var array{block: int, blocks: int} $header */
            $header = unpack('Vblock/Vblocks', $head, 12);
            $size = $header['block'] * $header['blocks'];
        }

        return new self($path, $head, $size);
    }

    /** SHA-256 of a salt and the beginning of the image behind it; salt and sum in hex. */
    public function digest(string $salt, int $bytes): string
    {
        $hash = hash_init('sha256');
        hash_update($hash, (string) hex2bin($salt));
        $stream = fopen($this->path, 'rb');
        if ($stream !== false) {
            hash_update_stream($hash, $stream, $bytes);
            fclose($stream);
        }

        return hash_final($hash);
    }
}

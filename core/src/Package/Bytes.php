<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** Random, bounds-checked access to a file or to a range inside one. */
final readonly class Bytes
{
    /** More than this is never read into memory at once. */
    private const MOST_AT_ONCE = 64 << 20;

    /**
     * @param  resource  $handle
     */
    private function __construct(private mixed $handle, public string $path, private int $start, public int $size) {}

    /**
     * @throws PackageError when the path is no readable, non-empty regular file
     */
    public static function open(string $path): self
    {
        if (is_dir($path)) {
            throw PackageError::notReadable($path, 'it is a folder');
        }
        if (!is_file($path)) {
            throw PackageError::notReadable($path, 'there is no such file');
        }
        $handle = WithoutWarnings::call(static fn() => fopen($path, 'rb'));
        if ($handle === false) {
            throw PackageError::notReadable($path, 'no read permission');
        }
        $size = fstat($handle)['size'] ?? 0;
        if ($size === 0) {
            throw PackageError::empty($path);
        }

        return new self($handle, $path, 0, $size);
    }

    /** Bytes that are in memory, under the name of the file that they come from. */
    public static function ofString(string $data, string $path): self
    {
        $handle = fopen('php://memory', 'w+b') ?: throw PackageError::notReadable($path, 'there is no memory for it');
        fwrite($handle, $data);

        return new self($handle, $path, 0, strlen($data));
    }

    /** @throws PackageError when the range leaves the file */
    public function slice(int $offset, int $size): self
    {
        $this->check($offset, $size);

        return new self($this->handle, $this->path, $this->start + $offset, $size);
    }

    /** @throws PackageError when the range leaves the file */
    public function read(int $offset, int $length): string
    {
        $this->check($offset, $length);
        if ($length === 0) {
            return '';
        }
        if ($length > self::MOST_AT_ONCE) {
            throw PackageError::malformed(
                $this->path,
                'byte ' . ($this->start + $offset),
                "A header declares {$length} bytes of its own",
                'at most ' . self::MOST_AT_ONCE . ' bytes',
            );
        }
        fseek($this->handle, $this->start + $offset);
        $data = stream_get_contents($this->handle, $length);
        if ($data === false || strlen($data) !== $length) {
            throw PackageError::truncated($this->path, $this->start + $offset, $length, $this->start + $this->size);
        }

        return $data;
    }

    /** The first bytes, fewer where the file is shorter. */
    public function head(int $length): string
    {
        return $this->read(0, min($length, $this->size));
    }

    private function check(int $offset, int $length): void
    {
        if ($offset < 0 || $length < 0 || $offset > $this->size || $length > $this->size - $offset) {
            throw PackageError::truncated(
                $this->path,
                $this->start + max(0, $offset),
                max(0, $length),
                $this->start + $this->size,
            );
        }
    }
}

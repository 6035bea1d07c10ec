<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/**
 * The content of a made-up partition image: a label that says what it is, filler, and zeros up to its size.
 *
 * The label is what a real image's files would say. The stand-in phone reads it from what was written to it.
 */
final class ImageContent
{
    /** Stands before the label, once, near the beginning of the image. */
    public const MARK = "\0LABEL\0";

    /** @var array<string, string> */
    private static array $known = [];

    /**
     * @param  array<string, mixed>  $label
     */
    public function __construct(
        private readonly array $label,
        private readonly int $fillerBytes,
        public readonly int $sizeBytes,
        private readonly ?string $image = null,
    ) {}

    /** An image of one of the open formats, with zeros behind it up to its size. */
    public static function of(string $image, int $sizeBytes): self
    {
        return new self([], 0, $sizeBytes, $image);
    }

    /** The part that is not zero, a whole number of 4096-byte blocks. */
    public function head(): string
    {
        if ($this->image !== null) {
            return str_pad($this->image, intdiv(strlen($this->image) + 4095, 4096) * 4096, "\0");
        }
        $label = self::MARK . json_encode($this->label, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES) . "\0";
        $filler = '';
        for ($i = 0; strlen($filler) < $this->fillerBytes; $i++) {
            $filler .= hash('sha256', $label . $i, true);
        }
        $head = $label . $filler;

        return str_pad($head, intdiv(strlen($head) + 4095, 4096) * 4096, "\0");
    }

    /** SHA-256 of the whole image with its zeros, binary. */
    public function hash(): string
    {
        $head = $this->head();
        $key = $this->sizeBytes . hash('sha256', $head);
        if (!isset(self::$known[$key])) {
            $hash = hash_init('sha256');
            hash_update($hash, $head);
            $zeros = str_repeat("\0", 1 << 20);
            for ($left = $this->sizeBytes - strlen($head); $left > 0; $left -= 1 << 20) {
                hash_update($hash, $left >= 1 << 20 ? $zeros : substr($zeros, 0, $left));
            }
            self::$known[$key] = hash_final($hash, true);
        }

        return self::$known[$key];
    }
}

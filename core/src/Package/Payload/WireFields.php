<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Google\Protobuf\Internal\Message;
use Tornavis\Core\Package\PackageError;

/**
 * The fields of one message in the open protobuf wire format, one at a time.
 *
 * A whole message as objects takes hundreds of times its bytes; a hostile one of a few MiB would take all memory. Only
 * small messages are handed to the library as a whole.
 *
 * Source: the published protobuf encoding. Wire type 0 is a varint, 1 eight bytes, 2 a length and its bytes, 5 four
 * bytes.
 */
final readonly class WireFields
{
    public const VARINT = 0;

    public const EIGHT_BYTES = 1;

    public const BYTES = 2;

    public const FOUR_BYTES = 5;

    /** A message that is handed to the library as a whole. */
    private const LARGEST_MESSAGE_BYTES = 256 << 10;

    private const LONGEST_VARINT = 10;

    public function __construct(private string $data, private string $path, private string $where) {}

    /**
     * @param  int  $from  first byte of the message
     * @param  ?int  $to  the byte after its last; null for the end of the data
     * @return \Generator<int, array{int, int, int, int}> number, wire type, value of a varint or place of the bytes,
     *     length of the bytes
     *
     * @throws PackageError when a field leaves the message, or there are more than $most
     */
    public function between(int $from, ?int $to, int $most): \Generator
    {
        $to ??= strlen($this->data);
        $count = 0;
        for ($at = $from; $at < $to; $at = $next) {
            if (++$count > $most) {
                throw PackageError::hostile(
                    $this->path,
                    "{$this->where}, byte {$at}",
                    "A message of the manifest has more than {$most} fields",
                );
            }
            [$tag, $begin] = $this->varint($at, $to);
            [$value, $length, $next] = $this->value($tag & 7, $begin, $to);
            yield [$tag >> 3, $tag & 7, $value, $length];
        }
    }

    public function bytes(int $at, int $length): string
    {
        return substr($this->data, $at, $length);
    }

    /**
     * A small message, read by the library as a whole.
     *
     * @template T of Message
     *
     * @param  T  $into
     * @return T
     *
     * @throws PackageError when it is damaged, or large
     */
    public function message(Message $into, int $at, int $length): Message
    {
        $where = "{$this->where}, byte {$at}";
        if ($length > self::LARGEST_MESSAGE_BYTES) {
            throw PackageError::hostile($this->path, $where, "A part of the manifest has {$length} bytes");
        }
        try {
            $into->mergeFromString($this->bytes($at, $length));
        } catch (\Exception $error) {
            // The library throws its own class for damage, and a plain exception for text that is not UTF-8.
            throw $this->damaged($at, mb_scrub($error->getMessage()));
        }

        return $into;
    }

    /**
     * @return array{int, int, int} value or place, length of the bytes, place of the next field
     */
    private function value(int $type, int $at, int $to): array
    {
        if ($type === self::VARINT) {
            [$value, $next] = $this->varint($at, $to);

            return [$value, 0, $next];
        }
        [$length, $begin] = match ($type) {
            self::BYTES => $this->varint($at, $to),
            self::EIGHT_BYTES => [8, $at],
            self::FOUR_BYTES => [4, $at],
            default => throw $this->damaged($at, "a field has the unknown type {$type}"),
        };
        if ($length < 0 || $length > $to - $begin) {
            throw $this->damaged($at, "a field claims {$length} bytes and its message ends before");
        }

        return [$begin, $length, $begin + $length];
    }

    /**
     * @return array{int, int} value as a signed 64-bit number, and the place after it
     */
    private function varint(int $at, int $to): array
    {
        $value = 0;
        for ($i = 0; $i < self::LONGEST_VARINT && $at + $i < $to; $i++) {
            $byte = ord($this->data[$at + $i]);
            $value |= ($byte & 0x7f) << (7 * $i);
            if ($byte < 0x80) {
                return [$value, $at + $i + 1];
            }
        }
        throw $this->damaged($at, 'a number does not end');
    }

    private function damaged(int $at, string $what): PackageError
    {
        return PackageError::malformed(
            $this->path,
            "{$this->where}, byte {$at}",
            "The manifest cannot be read: {$what}",
            'a manifest in the open payload format',
        );
    }
}

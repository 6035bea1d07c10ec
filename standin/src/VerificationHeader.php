<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * The header of a verification image, version 1, as a bootloader reads it: numbers are big-endian; 256 bytes of
 * header, then the authentication block, then the descriptors. Bits 0 and 1 of its flags switch the checks off.
 */
final readonly class VerificationHeader
{
    private const MAGIC = 'AVB0';

    private const HEADER_BYTES = 256;

    private const HASH = 2;

    private const OFF_FLAGS = 3;

    /**
     * @param  array<string, array{salt: string, digest: string, bytes: int}>  $covers  in hex, by
     *     partition; the sum is over so many bytes of the image
     */
    private function __construct(public int $rollbackIndex, public bool $isOff, public array $covers) {}

    /** Null where the content is no such header. */
    public static function in(string $content): ?self
    {
        if (strlen($content) < self::HEADER_BYTES || !str_starts_with($content, self::MAGIC)) {
            return null;
        }
        $auth = self::number($content, 12);
        $at = self::number($content, 96);
        $bytes = self::number($content, 104);

        return new self(
            self::number($content, 112),
            ((unpack('N', $content, 120)[1] ?? 0) & self::OFF_FLAGS) !== 0,
            self::covers(substr($content, self::HEADER_BYTES + $auth + $at, $bytes)),
        );
    }

    /**
     * @return array<string, array{salt: string, digest: string, bytes: int}>
     */
    private static function covers(string $descriptors): array
    {
        $covers = [];
        for ($at = 0; $at + 16 <= strlen($descriptors); $at += 16 + $bytes) {
            $tag = self::number($descriptors, $at);
            $bytes = self::number($descriptors, $at + 8);
            $body = substr($descriptors, $at + 16, $bytes);
            if ($tag !== self::HASH || strlen($body) < 116) {
                continue;
            }
            [$name, $salt, $digest] = array_values(unpack('N3', $body, 40) ?: [0, 0, 0]);
            $covers[substr($body, 116, $name)] = [
                'salt' => bin2hex(substr($body, 116 + $name, $salt)),
                'digest' => bin2hex(substr($body, 116 + $name + $salt, $digest)),
                'bytes' => self::number($body, 0),
            ];
        }

        return $covers;
    }

    private static function number(string $content, int $at): int
    {
        return strlen($content) < $at + 8 ? 0 : (int) (unpack('J', $content, $at)[1] ?? 0);
    }
}

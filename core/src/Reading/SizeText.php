<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Sizes as people and programs write them. */
final class SizeText
{
    private const BLOCK = 4096;

    private const UNITS = [
        '' => 1,
        'b' => 1,
        'byte' => 1,
        'bytes' => 1,
        'k' => 1 << 10,
        'kb' => 1 << 10,
        'kib' => 1 << 10,
        'm' => 1 << 20,
        'mb' => 1 << 20,
        'mib' => 1 << 20,
        'g' => 1 << 30,
        'gb' => 1 << 30,
        'gib' => 1 << 30,
        't' => 1 << 40,
        'tb' => 1 << 40,
        'tib' => 1 << 40,
        'block' => 4096,
        'blocks' => 4096,
        'sector' => 512,
        'sectors' => 512,
    ];

    /**
     * The size of a partition as a bootloader gives it: hexadecimal by its protocol, with or without the mark for it. A
     * bare number is taken for what makes whole blocks.
     *
     * @return ?int null where it is no size
     */
    public static function ofPartition(string $text): ?int
    {
        $isBare = preg_match('/^0*([0-9a-f]{4,15})$/i', trim($text), $hex) === 1;
        if (!$isBare) {
            return self::bytes($text);
        }
        $asDecimal = ctype_digit($hex[1]) ? (int) $hex[1] : null;
        $asHex = (int) hexdec($hex[1]);

        return match (true) {
            $asDecimal !== null && $asDecimal % self::BLOCK === 0 => $asDecimal,
            $asHex % self::BLOCK === 0 => $asHex,
            default => $asDecimal,
        };
    }

    /**
     * Bytes of "64 MiB", "0x4000000", "67,108,864", "65536 blocks" (of 4 KiB) or "131072 sectors" (of 512 bytes). K, M
     * and G count in 1024, as tools for phones print them.
     *
     * @return ?int null where it is no size
     */
    public static function bytes(string $text): ?int
    {
        $text = trim($text);
        if (preg_match('/^0x0*([0-9a-f]{1,15})$/i', $text, $hex) === 1) {
            return (int) hexdec($hex[1]);
        }
        if (preg_match('/^(\d{1,3}(?:[,\'_ ]\d{3})+|\d{1,18})(\.\d+)?\s*([a-z]*)$/i', $text, $part) !== 1) {
            return null;
        }
        $unit = self::UNITS[strtolower($part[3])] ?? null;
        $whole = (int) preg_replace('/\D/', '', $part[1]);
        $bytes = $unit === null ? 0 : ($whole + (float) ('0' . $part[2])) * $unit;

        return $unit === null || $bytes > 1 << 56 ? null : (int) round($bytes);
    }
}

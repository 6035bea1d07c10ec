<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Fact;

/** Texts that were read from a file: whatever bytes they were, they can be shown, kept and given out. */
final class PlainText
{
    /** More than this of one text says nothing more. */
    private const LONGEST = 4096;

    /** Of one statement; no phone has as many names. */
    private const MOST_VALUES = 1000;

    /** Bytes that are no UTF-8 are replaced, and what is too long is cut. */
    public static function of(string $text): string
    {
        $text = mb_check_encoding($text, 'UTF-8') ? $text : mb_scrub($text, 'UTF-8');

        return strlen($text) > self::LONGEST ? mb_strcut($text, 0, self::LONGEST, 'UTF-8') . '…' : $text;
    }

    public static function fact(Fact $fact): Fact
    {
        $value = match (true) {
            is_string($fact->value) => self::of($fact->value),
            is_array($fact->value) => array_map(self::of(...), array_slice($fact->value, 0, self::MOST_VALUES)),
            default => $fact->value,
        };

        return Fact::of($fact->name, $value, $fact->source, self::of($fact->where), $fact->at);
    }

    public static function image(PartitionImage $image): PartitionImage
    {
        return new PartitionImage(
            self::of($image->partition),
            $image->sizeBytes,
            $image->sha256,
            $image->entry,
            $image->content,
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** What an image that was written says about itself; the simulated phone believes nothing else. */
final class ImageLabel
{
    private const MARK = "\0LABEL\0";

    private const SEARCHED_BYTES = 16_384;

    /**
     * @return ?array<string, mixed> null where the image says nothing readable
     */
    public static function in(string $image): ?array
    {
        $head = substr($image, 0, self::SEARCHED_BYTES);
        $at = strpos($head, self::MARK);
        if ($at === false) {
            return null;
        }
        $text = explode("\0", substr($head, $at + strlen(self::MARK)), 2)[0];
        $label = json_decode($text, true);

        /** @var ?array<string, mixed> $label */
        return is_array($label) ? $label : null;
    }
}

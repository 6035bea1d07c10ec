<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;

/** The rollback indexes of verification headers that lie inside something else. */
final class RollbackIndexes
{
    /** A header with its keys and descriptors is far smaller; larger images do not begin with one. */
    public const LARGEST_IMAGE = 1 << 20;

    /** Where the index stands in the header. */
    private const AT = 112;

    /**
     * The lowest one, which decides whether a phone takes the whole.
     *
     * @param  iterable<string, ?string>  $heads  first bytes of small images, by what they are called; null where they
     *     cannot be read
     */
    public static function fact(iterable $heads): ?Fact
    {
        $lowest = null;
        foreach ($heads as $name => $head) {
            $index = self::of((string) $head);
            if ($index !== null && ($lowest === null || $index < $lowest->value)) {
                $lowest = Fact::of(Field::ROLLBACK_INDEX, $index, Source::File, "verification header of {$name}");
            }
        }

        return $lowest;
    }

    /** @return ?int null where it is no verification header, or is cut off */
    public static function of(string $head): ?int
    {
        if (!str_starts_with($head, VerificationReader::MAGIC) || strlen($head) < self::AT + 8) {
            return null;
        }
        /** @var array{index: int} $field */
        $field = unpack('Jindex', $head, self::AT);

        // Counted without a sign; what is beyond the numbers here is as high as they go.
        return $field['index'] < 0 ? PHP_INT_MAX : $field['index'];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;

/** What the headers of boot and vendor boot images have in common. */
final class BootHeader
{
    /**
     * The packed release and patch level: 7+7+7 bits of version, 7 bits of year since 2000, 4 of month.
     *
     * @return list<Fact> empty where the field is zero
     */
    public static function releaseFacts(int $packed, string $where): array
    {
        if ($packed === 0) {
            return [];
        }
        $parts = [($packed >> 25) & 0x7f, ($packed >> 18) & 0x7f, ($packed >> 11) & 0x7f];
        $release = (string) preg_replace('/(\.0)+$/', '', implode('.', $parts));
        $patch = $packed & 0x7ff;
        $facts = $parts[0] === 0 ? [] : [Fact::of(Field::RELEASE, $release, Source::File, $where)];
        if ($patch !== 0) {
            $facts[] = Fact::of(
                Field::PATCH_LEVEL,
                sprintf('%04d-%02d-01', 2000 + ($patch >> 4), $patch & 0xf),
                Source::File,
                $where,
            );
        }

        return $facts;
    }

    public static function pack(int $release, int $year, int $month): int
    {
        return ($release << 25) | (($year - 2000) << 4) | $month;
    }

    /** Text up to the first zero byte; null where it is no printable text. */
    public static function text(string $field): ?string
    {
        $text = rtrim(explode("\0", $field, 2)[0]);

        return $text === '' || preg_match('/[^\x20-\x7e]/', $text) === 1 ? null : $text;
    }
}

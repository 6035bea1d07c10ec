<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/** How a phone's own programs order versions: number by number, and a release after what led up to it. */
final class Release
{
    private const LEADING_UP = '/^(dev|snapshot|nightly|alpha|beta|preview|pre|rc)$/i';

    public static function isBelow(string $one, string $other): bool
    {
        $left = self::parts($one);
        $right = self::parts($other);
        foreach (range(0, max(count($left), count($right))) as $index) {
            [$a, $b] = [$left[$index] ?? '0', $right[$index] ?? '0'];
            [$firstOfA, $firstOfB] = [self::weight($a), self::weight($b)];
            if ($firstOfA !== $firstOfB) {
                return $firstOfA < $firstOfB;
            }
            $order = $firstOfA === 1 ? strnatcmp($a, $b) : strcmp(strtolower($a), strtolower($b));
            if ($order !== 0) {
                return $order < 0;
            }
        }

        return false;
    }

    /** @return list<string> without leading zeros in numbers */
    private static function parts(string $version): array
    {
        preg_match_all('/\d+|[a-z]+/i', $version, $found);

        return array_map(
            static fn(string $part): string => ctype_digit($part) ? (ltrim($part, '0') ?: '0') : $part,
            $found[0],
        );
    }

    /** 0 for what leads up to a release, 1 for a number, 2 for any other word. */
    private static function weight(string $part): int
    {
        return match (true) {
            preg_match(self::LEADING_UP, $part) === 1 => 0,
            ctype_digit($part) => 1,
            default => 2,
        };
    }
}

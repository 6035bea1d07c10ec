<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Sum;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\WithoutWarnings;

/** Checksum lists that lie in the same folder as a file and speak of it. */
final class ChecksumFiles
{
    private const LARGEST_LIST = 256 << 10;

    /** Of all lists in a folder together. */
    private const MOST_BYTES = 2 << 20;

    /** Endings and names that lists are given; what they say is judged by their content. */
    private const NAMES = '/(\.(md5|sha1|sha256|sha512)(sum)?|sums?(\.txt)?|checksums?(\.txt)?)$/i';

    public static function isList(string $name): bool
    {
        return preg_match(self::NAMES, $name) === 1;
    }

    /**
     * @return list<Fact>
     */
    public static function facts(string $path): array
    {
        $facts = [];
        $left = self::MOST_BYTES;
        foreach (WithoutWarnings::call(static fn(): array|false => scandir(dirname($path))) ?: [] as $name) {
            $file = dirname($path) . '/' . $name;
            if (!self::isList($name) || !is_file($file) || filesize($file) > min(self::LARGEST_LIST, $left)) {
                continue;
            }
            $left -= (int) filesize($file);
            foreach (
                SumList::read(
                    (string) WithoutWarnings::call(static fn(): string|false => file_get_contents($file)),
                    $name,
                )->of(basename($path))
                as $algorithm => $sum
            ) {
                $facts[] = Fact::of($algorithm, $sum, Source::Listed, $name);
            }
        }

        return $facts;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Image\ImageHead;
use Tornavis\Core\Package\Image\RollbackIndexes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Package\Reading;
use Tornavis\Core\Package\Sum\ChecksumFiles;
use Tornavis\Core\Package\Sum\SumList;
use Tornavis\Core\Package\Zip\ZipDirectory;
use Tornavis\Core\Words\PackageKind;

/** A zip or tar of partition images, with the list of their checksums where there is one. */
final class StockBundleReader implements PackageReader
{
    private const FEWEST_IMAGES = 2;

    private const LARGEST_LIST = 256 << 10;

    private const MOST_LISTS = 32;

    public function recognises(Bytes $bytes): bool
    {
        if (TarDirectory::looksLikeOne($bytes)) {
            return true;
        }

        return ZipDirectory::looksLikeOne($bytes) &&
            count(self::imageNames(array_keys(ZipDirectory::of($bytes)->entries))) >= self::FEWEST_IMAGES;
    }

    public function read(Bytes $bytes): Reading
    {
        $tar = TarDirectory::looksLikeOne($bytes) ? TarDirectory::of($bytes) : null;
        $zip = $tar === null ? ZipDirectory::of($bytes) : null;
        $sizes =
            $tar !== null
                ? array_map(static fn(array $e): int => $e['size'], $tar->entries)
                : array_map(static fn($e): int => $e->sizeBytes, $zip->entries ?? []);
        $lists = [];
        foreach (self::listNames($sizes) as $name) {
            $text =
                $tar !== null
                    ? $tar->bytes($name)->read(0, $sizes[$name])
                    : $zip?->contents(
                        $zip->find($name) ?? throw PackageError::noMetadata($bytes->path),
                        self::LARGEST_LIST,
                    );
            $lists[] = SumList::read((string) $text, basename($name));
        }
        $sums = SumList::together($lists);
        $names = self::imageNames(array_keys($sizes));
        $images = array_map(
            static fn(string $name): PartitionImage => new PartitionImage(
                basename($name, '.img'),
                $sizes[$name],
                $sums->sha256($name),
                $name,
                self::content($name, $tar, $zip)?->value,
            ),
            $names,
        );
        $partitions = array_map(static fn(PartitionImage $image): string => $image->partition, $images);
        sort($partitions);
        $facts = [Fact::of(Field::WRITES, $partitions, Source::File, 'entries of the bundle')];
        if (array_intersect($partitions, ['system', 'super']) !== [] && in_array('boot', $partitions, true)) {
            $facts[] = Fact::of(Field::KIND, PackageKind::StockBundle->value, Source::File, 'entries of the bundle');
        }
        $index = RollbackIndexes::fact(self::smallImages($names, $sizes, $tar, $zip));
        if ($index !== null) {
            $facts[] = $index;
        }
        if (!$sums->isEmpty()) {
            $facts[] = Fact::of(Field::LISTED_SUMS, count($sums->rows), Source::File, 'checksum list in the bundle');
        }

        return new Reading($tar !== null ? Container::TarBundle : Container::ZipBundle, $facts, $images);
    }

    private static function content(string $name, ?TarDirectory $tar, ?ZipDirectory $zip): ?Container
    {
        try {
            return ImageHead::container(self::head($name, $tar, $zip));
        } catch (PackageError) {
            // What does not unpack is found when its sum is compared.
            return null;
        }
    }

    private static function head(string $name, ?TarDirectory $tar, ?ZipDirectory $zip): string
    {
        $entry = $zip?->find($name);
        $head = '';
        if ($tar !== null) {
            $head = $tar->bytes($name)->head(ImageHead::BYTES);
        } elseif ($entry !== null) {
            foreach ($zip->pieces($entry) as $piece) {
                $head .= $piece;
                if (strlen($head) >= ImageHead::BYTES) {
                    break;
                }
            }
        }

        return substr($head, 0, ImageHead::BYTES);
    }

    /**
     * @param  list<string>  $names
     * @param  array<string, int>  $sizes  bytes by name
     * @return \Generator<string, string> content by name
     */
    private static function smallImages(array $names, array $sizes, ?TarDirectory $tar, ?ZipDirectory $zip): \Generator
    {
        foreach ($names as $name) {
            if ($sizes[$name] > RollbackIndexes::LARGEST_IMAGE || $sizes[$name] === 0) {
                continue;
            }
            $entry = $zip?->find($name);
            yield basename($name) => match (true) {
                $tar !== null => $tar->bytes($name)->read(0, $sizes[$name]),
                $entry !== null => $zip->contents($entry),
                default => '',
            };
        }
    }

    /**
     * The small entries that may be checksum lists: those that are called so first, and never more than a bundle needs.
     *
     * @param  array<string, int>  $sizes  bytes by name
     * @return list<string>
     */
    private static function listNames(array $sizes): array
    {
        $small = array_filter(
            $sizes,
            static fn(int $size, string $name): bool => $size > 0 &&
                $size <= self::LARGEST_LIST &&
                !str_ends_with($name, '.img'),
            ARRAY_FILTER_USE_BOTH,
        );
        $names = array_map(strval(...), array_keys($small));
        usort($names, static fn(string $a, string $b): int => ChecksumFiles::isList($b) <=> ChecksumFiles::isList($a));

        return array_slice($names, 0, self::MOST_LISTS);
    }

    /**
     * @param  list<string>  $names
     * @return list<string>
     */
    private static function imageNames(array $names): array
    {
        return array_values(array_filter($names, static fn(string $name): bool => str_ends_with($name, '.img')));
    }
}

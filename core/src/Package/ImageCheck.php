<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Package\Archive\TarDirectory;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\Payload\PartitionExtractor;
use Tornavis\Core\Package\Zip\ZipDirectory;

/**
 * Looks into a package and compares every image with what is stated about it: the hashes of the payload's
 * manifest or of the bundle's own list, and the descriptors of a verification header that lies beside the images.
 *
 * @phpstan-type Outcome array{partition: string, against: string, agrees: bool, says: string}
 */
final class ImageCheck
{
    private const LARGEST_IMAGE = 512 << 20;

    private const PIECE = 1 << 20;

    /**
     * @param  ?callable(string $partition): void  $begun
     * @return list<Outcome> empty where the package states nothing about its images
     *
     * @throws PackageError when the package itself cannot be read
     */
    public static function of(Package $package, ?callable $begun = null): array
    {
        return in_array($package->container, [Container::ZipBundle, Container::TarBundle], true)
            ? self::bundle($package, $begun)
            : self::payload($package, $begun);
    }

    /**
     * @param  ?callable(string): void  $begun
     * @return list<Outcome>
     */
    private static function payload(Package $package, ?callable $begun): array
    {
        if (! in_array($package->container, [Container::PayloadZip, Container::Payload], true)) {
            return [];
        }
        $extractor = PartitionExtractor::of($package->path);
        $outcomes = [];
        foreach ($package->images as $image) {
            $begun === null ?: $begun($image->partition);
            $file = (string) tempnam(sys_get_temp_dir(), 'tornavis');
            try {
                $extractor->extract($image->partition, $file);
                $outcomes[] = self::outcome($image->partition, 'payload manifest', true, 'It comes out with the SHA-256 that the manifest states.');
            } catch (PackageError $error) {
                $outcomes[] = self::outcome($image->partition, 'payload manifest', false, "{$error->what} ({$error->where}).");
            } finally {
                Quietly::call(static fn (): bool => unlink($file));
            }
        }

        return $outcomes;
    }

    /**
     * @param  ?callable(string): void  $begun
     * @return list<Outcome>
     */
    private static function bundle(Package $package, ?callable $begun): array
    {
        $bytes = Bytes::open($package->path);
        $tar = $package->container === Container::TarBundle ? TarDirectory::of($bytes) : null;
        $zip = $tar === null ? ZipDirectory::of($bytes) : null;
        $outcomes = [];
        $contents = [];
        $headers = [];
        foreach ($package->images as $image) {
            $begun === null ?: $begun($image->partition);
            $name = (string) $image->entry;
            try {
                $content = $tar !== null ? self::read($tar->bytes($name)) : (string) $zip?->contents($zip->find($name) ?? throw PackageError::malformed($package->path, $name, 'There is no such entry', 'an entry of the bundle'), self::LARGEST_IMAGE);
            } catch (PackageError $error) {
                $outcomes[] = self::outcome($image->partition, 'bundle', false, "{$error->what} ({$error->where}).");

                continue;
            }
            if ($image->sha256 !== null) {
                $has = hash('sha256', $content);
                $outcomes[] = self::outcome($image->partition, 'checksum list in the bundle', $has === $image->sha256, $has === $image->sha256 ? 'Its SHA-256 is the one that the list states.' : 'Its SHA-256 is '.substr($has, 0, 12).'…; the list states '.substr($image->sha256, 0, 12).'….');
            }
            $contents[$image->partition] = $content;
            if (str_starts_with($content, VerificationReader::MAGIC)) {
                array_push($headers, ...VerificationReader::hashes(Bytes::ofString($content, $package->path)));
            }
        }

        return [...$outcomes, ...self::againstHeaders($headers, $contents)];
    }

    /**
     * @param  list<array{partition: string, imageBytes: int, algorithm: string, salt: string, digest: string}>  $headers
     * @param  array<string, string>  $contents  by partition
     * @return list<Outcome>
     */
    private static function againstHeaders(array $headers, array $contents): array
    {
        $outcomes = [];
        foreach ($headers as $hash) {
            $content = $contents[$hash['partition']] ?? null;
            if ($content === null || ! in_array($hash['algorithm'], ['sha256', 'sha512'], true)) {
                continue;
            }
            $agrees = $hash['imageBytes'] <= strlen($content) && hash_equals($hash['digest'], hash($hash['algorithm'], $hash['salt'].substr($content, 0, $hash['imageBytes']), true));
            $outcomes[] = self::outcome($hash['partition'], 'verification header', $agrees, $agrees ? 'It is the image that the verification header was made for.' : 'The verification header was made for another image; the bootloader would refuse it.');
        }

        return $outcomes;
    }

    private static function read(Bytes $bytes): string
    {
        if ($bytes->size > self::LARGEST_IMAGE) {
            throw PackageError::hostile($bytes->path, 'entry', "An image has {$bytes->size} bytes; at most ".self::LARGEST_IMAGE.' are compared');
        }
        $out = '';
        for ($at = 0; $at < $bytes->size; $at += self::PIECE) {
            $out .= $bytes->read($at, min(self::PIECE, $bytes->size - $at));
        }

        return $out;
    }

    /**
     * @return Outcome
     */
    private static function outcome(string $partition, string $against, bool $agrees, string $says): array
    {
        return ['partition' => $partition, 'against' => $against, 'agrees' => $agrees, 'says' => $says];
    }
}

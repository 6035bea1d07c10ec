<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Package\Archive\Bundle;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\Payload\PartitionExtractor;

/**
 * Looks into a package and compares every image with what is stated about it: the hashes of the payload's
 * manifest or of the bundle's own list, and the descriptors of a verification header that lies beside the images.
 *
 * @phpstan-type HashDescriptor array{
 *     partition: string,
 *     imageBytes: int,
 *     algorithm: string,
 *     salt: string,
 *     digest: string
 * }
 * @phpstan-type Outcome array{partition: string, against: string, agrees: bool, says: string}
 */
final class ImageCheck
{
    /** A verification header with its descriptors; larger images are none. */
    private const LARGEST_HEADER_IMAGE = 2 << 20;

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
        if (!in_array($package->container, [Container::PayloadZip, Container::Payload], true)) {
            return [];
        }
        $extractor = PartitionExtractor::of($package->path);
        $outcomes = [];
        foreach ($package->images as $image) {
            $begun === null ?: $begun($image->partition);
            $file = (string) tempnam(sys_get_temp_dir(), 'tornavis');
            try {
                $extractor->extract($image->partition, $file);
                $outcomes[] = self::outcome(
                    $image->partition,
                    'payload manifest',
                    true,
                    'It comes out with the SHA-256 that the manifest states.',
                );
            } catch (PackageError $error) {
                $outcomes[] = self::outcome(
                    $image->partition,
                    'payload manifest',
                    false,
                    "{$error->what} ({$error->where}).",
                );
            } finally {
                WithoutWarnings::call(static fn(): bool => unlink($file));
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
        $bundle = Bundle::open($package->path);
        $headers = self::headers($package, $bundle);
        $listed = [];
        $verified = [];
        foreach ($package->images as $image) {
            $begun === null ?: $begun($image->partition);
            try {
                $sums = self::sums($bundle, $image, $headers[$image->partition] ?? []);
            } catch (PackageError $error) {
                $listed[] = self::outcome($image->partition, 'bundle', false, "{$error->what} ({$error->where}).");

                continue;
            }
            if ($image->sha256 !== null) {
                $agrees = $sums['sha256'] === $image->sha256;
                $differs =
                    'Its SHA-256 is ' .
                    substr($sums['sha256'], 0, 12) .
                    '…; the list states ' .
                    substr($image->sha256, 0, 12) .
                    '….';
                $listed[] = self::outcome(
                    $image->partition,
                    'checksum list in the bundle',
                    $agrees,
                    $agrees ? 'Its SHA-256 is the one that the list states.' : $differs,
                );
            }
            foreach ($sums['agree'] as $agrees) {
                $verified[] = self::outcome(
                    $image->partition,
                    'verification header',
                    $agrees,
                    $agrees
                        ? 'It is the image that the verification header was made for.'
                        : 'The verification header was made for another image; the bootloader would refuse it.',
                );
            }
        }

        return [...$listed, ...$verified];
    }

    /**
     * What the verification headers that lie beside the images state about them.
     *
     * @return array<string, list<HashDescriptor>> by partition
     */
    private static function headers(Package $package, Bundle $bundle): array
    {
        $headers = [];
        foreach ($package->images as $image) {
            $small = $image->entry !== null && $image->sizeBytes <= self::LARGEST_HEADER_IMAGE;
            try {
                $content = $small ? implode('', iterator_to_array($bundle->pieces($image->entry), false)) : '';
                $hashes = str_starts_with($content, VerificationReader::MAGIC)
                    ? VerificationReader::hashes(Bytes::ofString($content, $package->path))
                    : [];
            } catch (PackageError) {
                // It is named when the image itself is compared.
                continue;
            }
            foreach ($hashes as $hash) {
                if (in_array($hash['algorithm'], ['sha256', 'sha512'], true)) {
                    $headers[$hash['partition']][] = $hash;
                }
            }
        }

        return $headers;
    }

    /**
     * One pass over an image, whatever its size.
     *
     * @param  list<HashDescriptor>  $stated
     * @return array{sha256: string, agree: list<bool>} whether it agrees with each that is stated
     *
     * @throws PackageError when it cannot be unpacked
     */
    private static function sums(Bundle $bundle, PartitionImage $image, array $stated): array
    {
        $whole = hash_init('sha256');
        $parts = [];
        foreach ($stated as $index => $hash) {
            $parts[$index] = hash_init($hash['algorithm']);
            hash_update($parts[$index], $hash['salt']);
        }
        $done = 0;
        foreach ($bundle->pieces((string) $image->entry) as $piece) {
            hash_update($whole, $piece);
            foreach ($stated as $index => $hash) {
                $left = $hash['imageBytes'] - $done;
                $left > 0 && hash_update($parts[$index], substr($piece, 0, $left));
            }
            $done += strlen($piece);
        }
        $agree = [];
        foreach ($stated as $index => $hash) {
            $agree[] = $hash['imageBytes'] <= $done && hash_equals($hash['digest'], hash_final($parts[$index], true));
        }

        return ['sha256' => hash_final($whole), 'agree' => $agree];
    }

    /**
     * @return Outcome
     */
    private static function outcome(string $partition, string $against, bool $agrees, string $says): array
    {
        return ['partition' => $partition, 'against' => $against, 'agrees' => $agrees, 'says' => $says];
    }
}

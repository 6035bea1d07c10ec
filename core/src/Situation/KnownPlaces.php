<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Words\PartitionName;

/** Which images of an archive have a place on this model, which have none, and of which nobody knows. */
final readonly class KnownPlaces
{
    /** What holds the data of the phone or notes of its bootloader: no image of it is ever written. */
    private const HOLDS_DATA = ['data', 'userdata', 'cache', 'metadata', 'misc'];

    public function __construct(private ModelSheet $sheet) {}

    /**
     * @return list<string> partitions of this model that a package brings images for
     */
    public function there(Package $package): array
    {
        return array_values(
            array_filter(
                self::names($package),
                fn(string $one): bool => $this->sheet->partition($one) !== null &&
                    !in_array($one, self::HOLDS_DATA, true),
            ),
        );
    }

    /**
     * @return list<string> partitions that a package brings images for, and of which nobody knows whether this model
     *     has them
     */
    public function unknown(Package $package): array
    {
        return array_values(
            array_filter(
                self::names($package),
                fn(string $one): bool => $this->sheet->partition($one) === null &&
                    !in_array($one, [...$this->sheet->notThere, ...self::HOLDS_DATA], true),
            ),
        );
    }

    /** Whether a partition is known to be for something else than firmware. */
    public static function isNoFirmware(ModelSheet $sheet, string $partition): bool
    {
        return in_array($partition, [PartitionName::Super->value, ...self::HOLDS_DATA], true) ||
            in_array($partition, $sheet->verificationPartitions(), true);
    }

    /**
     * @return list<string>
     */
    private static function names(Package $package): array
    {
        $names = array_map(static fn(PartitionImage $image): string => $image->partition, $package->images);

        return array_values(array_unique($names));
    }
}

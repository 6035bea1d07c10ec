<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;

/** Where the image of a file that is nothing but one image can go. */
final class ImagePlaces
{
    /** @return list<string> partitions: the one that is stated, or else those that files of its kind go to */
    public static function of(Package $package, PartitionImage $image): array
    {
        $place = $package->facts->best(PackageField::PARTITION);
        $isStated = $place !== null && $place->grade() !== Grade::Guessed;

        return match (true) {
            $isStated => [$place->text()],
            $package->kind() === PackageKind::GenericImage => [PartitionName::System->value],
            // The form is the same whether the model keeps its recovery in boot or in a partition of its own.
            $package->kind() === PackageKind::Recovery && $package->container === Container::BootImage => [
                PartitionName::Boot->value,
                PartitionName::Recovery->value,
            ],
            default => [$place?->text() ?? $image->partition],
        };
    }
}

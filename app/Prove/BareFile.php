<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Facts;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Package\Reading;

/** A file as it lies there without its card: what it says itself, and what its form lets one guess. */
final class BareFile
{
    public static function of(Package $package): Package
    {
        $own = array_values(
            array_filter(
                $package->facts->all(),
                static fn(Fact $one): bool => in_array($one->source, [Source::File, Source::Assumed], true),
            ),
        );
        $facts = Facts::of(...$own);
        if ($package->container !== null && $facts->best(PackageField::KIND) === null) {
            $guess = KindGuess::of(new Reading($package->container, $own, $package->images));
            $facts = $guess === null ? $facts : $facts->with($guess);
        }

        return new Package(
            $package->path,
            $package->sizeBytes,
            $package->container,
            $facts,
            $package->images,
            $package->notUnderstood,
            $package->sha256,
            $package->problem,
            sums: $package->sums,
            imageProblems: $package->imageProblems,
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\ImageCheck;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageInspector;

/** The files of a folder that have a release card, read and checked as far as the shelf would check them. */
final class CheckedFiles
{
    /**
     * @return list<Package>
     */
    public static function in(string $folder): array
    {
        $inspector = PackageInspector::standard();
        $files = [];
        foreach (glob("{$folder}/*" . PackageInspector::CARD_SUFFIX) ?: [] as $card) {
            $path = substr($card, 0, -strlen(PackageInspector::CARD_SUFFIX));
            $package = $inspector->describe($path);
            $package = $package->withSums(Checksum::all($path, $package->wantedSums()));
            $files[] = $package->listsItsImages() ? $package->withImageProblems(self::differing($package)) : $package;
        }

        return $files;
    }

    /**
     * @return list<string>
     */
    private static function differing(Package $package): array
    {
        return array_values(
            array_map(
                static fn(array $o): string => "{$o['partition']}: {$o['says']}",
                array_filter(ImageCheck::of($package), static fn(array $o): bool => !$o['agrees']),
            ),
        );
    }
}

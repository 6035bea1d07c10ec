<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

/**
 * Whether the publisher of a build asks for a base of some version. A release card states all that is asked for; null
 * where none lies beside the build and nobody has said it.
 */
final class Asked
{
    public static function firmware(Package $build): ?bool
    {
        return self::for($build, Field::FIRMWARE_MIN, Field::ASKS_FIRMWARE);
    }

    public static function vendor(Package $build): ?bool
    {
        return self::for($build, Field::VENDOR_MIN, Field::ASKS_VENDOR);
    }

    private static function for(Package $build, string $minimum, string $asks): ?bool
    {
        if ($build->facts->text($minimum) !== null) {
            return true;
        }
        $ofCard = static fn(Fact $fact): bool => $fact->source === Source::Card;
        $hasCard = array_filter($build->facts->all(), $ofCard) !== [];

        return $build->facts->flag($asks) ?? ($hasCard ? false : null);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Situation\Situation;

/** What to take in the place of a file that is not for this phone. */
final class RightFile
{
    /** @param  string  $otherwise  what to get where no file on the shelf is the right one */
    public static function remedy(Situation $situation, Package $wrong, string $otherwise): Remedy
    {
        foreach ($situation->shelf as $other) {
            if (
                $other->kind() === $wrong->kind() &&
                $other->integrity() !== Integrity::Damaged &&
                $situation->fit->suits($other)
            ) {
                return Remedy::replaceFile($other);
            }
        }

        return Remedy::getFile($otherwise);
    }
}

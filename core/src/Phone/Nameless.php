<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

/**
 * What a file puts in that nobody has named. It is there all the same: a plan calls it by its file, and what the phone
 * shows later, by its real name, contradicts nothing.
 */
final class Nameless
{
    private const PATTERN = '/^the one in \S/';

    /** The name of what the file puts in, as its publisher states it, or else by the file. */
    public static function orNameOf(Package $package): string
    {
        return $package->facts->text(Field::FAMILY) ?? "the one in {$package->name()}";
    }

    /** The build that comes with a file: by its id, or else as its publisher calls it, or else by the file. */
    public static function orBuildOf(Package $package): string
    {
        $isNamed = $package->facts->text(Field::FAMILY) !== null;

        return $package->facts->text(Field::BUILD_ID) ?? ($isNamed ? $package->title() : self::orNameOf($package));
    }

    /** Whether a name is only that of a file. */
    public static function is(mixed $name): bool
    {
        return is_string($name) && preg_match(self::PATTERN, $name) === 1;
    }

    /**
     * Whether what a plan says of a fact can be compared with nothing, because nobody has named the thing.
     *
     * @param  array<string, mixed>  $among  what the plan says of every fact
     */
    public static function isSaidBy(string $name, array $among): bool
    {
        $named = preg_replace(['/\.kernel\.version$/', '/\.version$/'], ['.kernel.name', '.family'], $name);

        return self::is($among[$name] ?? null) || self::is($among[$named] ?? null);
    }
}

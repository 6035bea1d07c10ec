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

    /** Name and version of what the file puts in, as its publisher states them, or else by the file. */
    public static function orTitleOf(Package $package): string
    {
        return $package->facts->text(Field::FAMILY) === null ? self::orNameOf($package) : $package->title();
    }

    /** The build that comes with a file: by its id, or else as its publisher calls it, or else by the file. */
    public static function orBuildOf(Package $package): string
    {
        return $package->facts->text(Field::BUILD_ID) ?? self::orTitleOf($package);
    }

    /** What the system says of itself once a generic image is written: its build id, or else its title. */
    public static function orSystemOf(Package $image): string
    {
        $title = self::orTitleOf($image);
        $written = self::is($title) ? $title : strtolower(str_replace(' ', '-', $title));

        return $image->facts->text(Field::BUILD_ID) ?? $written;
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

        return RecoveryFacts::isUnknown($name, $among) ||
            self::is($among[$name] ?? null) ||
            self::is($among[(string) $named] ?? null);
    }
}

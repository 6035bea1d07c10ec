<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\Version;

/**
 * How old a build is beside the system in a slot: the build times say it, then the patch levels, then the versions
 * where both are of one scheme. A name alone says nothing of when a build was made.
 */
final readonly class BuildAge
{
    public const TIME = 'build time';

    public const PATCH = 'patch level';

    public const VERSION = 'version';

    /** @param  string  $by  what decides, or what would, were it known */
    private function __construct(public Age $age, public string $by, public Fact $has, public Fact $next) {}

    public static function of(Package $build, State $state, string $slot): self
    {
        $time = self::pair($build, $state, StateField::OsBuildTime->in($slot), Field::BUILD_TIME);
        $patch = self::pair($build, $state, StateField::OsPatchLevel->in($slot), Field::PATCH_LEVEL);
        $version = self::pair($build, $state, StateField::OsVersion->in($slot), Field::VERSION);
        $byTime = self::ofNumbers(...$time);
        $byPatch = self::ofNumbers(...$patch);
        $byVersion = self::ofVersions(...$version);

        return match (true) {
            $byTime !== Age::Incomparable => new self($byTime, self::TIME, ...$time),
            in_array($byPatch, [Age::Older, Age::Newer], true) => new self($byPatch, self::PATCH, ...$patch),
            in_array($byVersion, [Age::Older, Age::Newer], true) => new self($byVersion, self::VERSION, ...$version),
            // Two builds of one version differ in nothing but their time.
            $time[1]->known() => new self(Age::Incomparable, self::TIME, ...$time),
            default => new self($byVersion, self::VERSION, ...$version),
        };
    }

    /**
     * @return array{Fact, Fact} what the phone has, and what the file states
     */
    private static function pair(Package $build, State $state, string $name, string $field): array
    {
        return [$state->fact($name), $build->facts->best($field) ?? Fact::of($field, null, Source::Typed)];
    }

    /** Seconds since 1970, or patch levels, which are dates from the year on. */
    private static function ofNumbers(Fact $has, Fact $next): Age
    {
        return $has->known() && $next->known() ? self::ordered($next->value <=> $has->value) : Age::Incomparable;
    }

    private static function ofVersions(Fact $has, Fact $next): Age
    {
        return $has->known() && $next->known()
            ? Version::of($next->text())->against(Version::of($has->text()))
            : Age::Incomparable;
    }

    private static function ordered(int $order): Age
    {
        return match ($order <=> 0) {
            -1 => Age::Older,
            0 => Age::Same,
            1 => Age::Newer,
        };
    }
}

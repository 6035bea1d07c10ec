<?php

declare(strict_types=1);

namespace Tornavis\Core\Kit;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Version;

/**
 * What a build needs beside it on one phone: which file serves, which others do not and why, and what is missing.
 *
 * @phpstan-type Other array{package: Package, why: string}
 * @phpstan-type Need array{
 *     need: string, kind: string, optional: bool, chosen: ?Package, why: string, others: list<Other>
 * }
 */
final readonly class KitAdvice
{
    /**
     * @param  list<Need>  $needs
     */
    private function __construct(public array $needs) {}

    /**
     * @param  list<Package>  $shelf
     */
    public static function of(Package $build, ModelSheet $sheet, Unit $unit, array $shelf, HouseRules $house): self
    {
        $kit = KitSuggestion::for($build, $sheet, $unit, Stock::of($shelf), $house);
        $situation = new Situation($sheet, $unit, [$build], Intent::Fresh, '', $house);
        $needs = [];
        foreach (self::needs($build, $situation) as [$need, $kind, $serves]) {
            $chosen =
                array_values(
                    array_filter($kit, static fn(Package $p): bool => $p->kind() === $kind && $serves($p) === null),
                )[0] ?? null;
            $others = [];
            foreach ($shelf as $package) {
                if ($package->kind() === $kind && $package !== $chosen && self::isNear($package, $sheet)) {
                    $others[] = ['package' => $package, 'why' => $serves($package) ?? self::lesser($package, $chosen)];
                }
            }
            $needs[] = [
                'need' => $need,
                'kind' => $kind->value,
                // Of all that a build names only its services are a matter of taste.
                'optional' => $kind === PackageKind::Services,
                'chosen' => $chosen,
                'why' =>
                    $chosen === null ? "No file on the shelf serves. Get {$need}." : self::reason($chosen, $others),
                'others' => $others,
            ];
        }

        return new self($needs);
    }

    /**
     * What the build asks for: words, kind, and why a file does not serve (null when it does).
     *
     * @return \Generator<int, array{string, PackageKind, callable(Package): ?string}>
     */
    private static function needs(Package $build, Situation $situation): \Generator
    {
        $sheet = $situation->sheet;
        $mine = static fn(Package $p): ?string => match (true) {
            $p->integrity() === Integrity::Damaged => 'It is damaged: ' . lcfirst($p->integrityReason()),
            $p->facts->list(Field::CODENAMES) !== [] && !$situation->files->isFor($p) => 'It is made for ' .
                implode(', ', $p->facts->list(Field::CODENAMES)) .
                '.',
            default => null,
        };
        $minimum = $build->facts->text(Field::FIRMWARE_MIN);
        if ($minimum !== null && $situation->firmware->slotsBelowMinimum() !== []) {
            yield [
                "firmware {$minimum} or newer",
                PackageKind::Firmware,
                static fn(Package $p): ?string => $mine($p) ??
                    ($situation->firmware->serves($p)
                        ? null
                        : (self::older($p, $minimum)
                            ? 'It is older than the build needs.'
                            : 'It is for another region than the phone has.')),
            ];
        }
        $family = $build->facts->text(Field::RECOVERY_FAMILY);
        $minimum = $build->facts->text(Field::RECOVERY_MIN);
        $wanted = array_unique([Ability::Sideload->value, ...$build->facts->list(Field::RECOVERY_ABILITIES)]);
        yield [
            trim(($family ?? 'a recovery') . ' ' . ($minimum === null ? '' : "{$minimum} or newer")),
            PackageKind::Recovery,
            static fn(Package $p): ?string => $mine($p) ??
                match (true) {
                    $family !== null && $p->facts->text(Field::FAMILY) !== $family => "The build asks for {$family}.",
                    $minimum !== null && self::older($p, $minimum) => 'It is older than the build needs.',
                    array_diff($wanted, $p->facts->list(Field::ABILITIES)) !== [] => 'It cannot ' .
                        implode(', ', array_diff($wanted, $p->facts->list(Field::ABILITIES))) .
                        '.',
                    default => null,
                },
        ];
        foreach ($build->facts->list(Field::PRE_INSTALL) as $partition) {
            yield [
                "the {$partition} image of the same build",
                PackageKind::PartitionImage,
                static fn(Package $p): ?string => $mine($p) ??
                    match (true) {
                        $p->facts->text(Field::PARTITION) !== $partition => 'It is the image of ' .
                            ($p->facts->text(Field::PARTITION) ?? 'another partition') .
                            '.',
                        $p->facts->text(Field::PART_OF) !== $build->facts->text(Field::BUILD_ID)
                            => 'It belongs to another build.',
                        default => null,
                    },
            ];
        }
        if ($build->facts->flag(Field::BRINGS_SERVICES) === false) {
            $release = $build->facts->text(Field::RELEASE);
            yield [
                $sheet->architecture === null
                    ? "a services bundle for release {$release}, if you want one"
                    : "a services bundle for release {$release} and {$sheet->architecture}, if you want one",
                PackageKind::Services,
                static fn(Package $p): ?string => $mine($p) ??
                    match (true) {
                        $p->facts->text(Field::RELEASE) !== $release => 'It is for release ' .
                            ($p->facts->text(Field::RELEASE) ?? 'unknown') .
                            '.',
                        $sheet->architecture === null => 'It is not known for which processor this phone is made.',
                        $p->facts->text(Field::ARCHITECTURE) !== $sheet->architecture => 'It is for ' .
                            ($p->facts->text(Field::ARCHITECTURE) ?? 'an unknown processor') .
                            '.',
                        default => null,
                    },
            ];
        }
    }

    private static function older(Package $package, string $minimum): bool
    {
        $version = $package->facts->text(Field::VERSION);

        return $version === null || Version::of($version)->olderThan(Version::of($minimum));
    }

    /** A file for another phone is no candidate, unless it is for any phone. */
    private static function isNear(Package $package, ModelSheet $sheet): bool
    {
        $codenames = $package->facts->list(Field::CODENAMES);

        return $codenames === [] || array_intersect($codenames, [$sheet->codename, ...$sheet->aliases]) !== [];
    }

    private static function lesser(Package $package, ?Package $chosen): string
    {
        return match (true) {
            $chosen === null => 'It would serve.',
            $package->facts->text(Field::CHANNEL) === 'nightly' => 'It would serve, but it is a nightly.',
            $package->facts->flag(Field::OFFICIAL) === false => 'It would serve, but it is not official.',
            default => "It would serve, but {$chosen->title()} is newer.",
        };
    }

    /**
     * @param  list<Other>  $others
     */
    private static function reason(Package $chosen, array $others): string
    {
        $also = count(
            array_filter($others, static fn(array $other): bool => str_starts_with($other['why'], 'It would serve')),
        );

        return $also === 0
            ? 'It is the only file that serves.'
            : 'It is the newest stable one of ' . ($also + 1) . ' that serve.';
    }

    /**
     * Builds for which a file goes into the kit, phone by phone: what it unlocks.
     *
     * @param  list<array{Unit, ModelSheet}>  $units
     * @param  list<Package>  $shelf
     * @return list<array{unit: string, build: string}>
     */
    public static function servedBy(Package $package, array $units, array $shelf, HouseRules $house): array
    {
        $served = [];
        $builds = array_values(
            array_filter(
                $shelf,
                static fn(Package $p): bool => $p->kind() === PackageKind::Build &&
                    $p->integrity() !== Integrity::Damaged,
            ),
        );
        $stock = Stock::of($shelf);
        foreach ($units as [$unit, $sheet]) {
            foreach ($builds as $build) {
                if (
                    array_intersect($build->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) ===
                        [] ||
                    $build->path === $package->path
                ) {
                    continue;
                }
                foreach (KitSuggestion::for($build, $sheet, $unit, $stock, $house) as $file) {
                    if ($file->path === $package->path) {
                        $served[] = ['unit' => $unit->label, 'build' => $build->title()];
                    }
                }
            }
        }

        return $served;
    }
}

<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** The files of a job, mostly those that it needs and now and then others. */
final readonly class RandomKit
{
    private const CAREFUL_PERCENT = 50;

    private StrangeFiles $strange;

    private KitHabits $habits;

    private RandomHeaders $headers;

    /**
     * @param  list<Package>  $shelf
     */
    public function __construct(private Dice $dice, private array $shelf)
    {
        $this->strange = new StrangeFiles($dice);
        $this->habits = new KitHabits($dice, $shelf);
        $this->headers = new RandomHeaders($dice);
    }

    /**
     * Mostly what would be suggested, with gaps, doublets and strangers.
     *
     * @return list<Package>
     */
    public function of(ModelSheet $sheet, Unit $unit, Intent $intent, HouseRules $house): array
    {
        $own = array_values(
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => array_intersect($p->facts->list(Field::CODENAMES), [
                    $sheet->codename,
                    ...$sheet->aliases,
                ]) !== [],
            ),
        );
        $of = static fn(PackageKind ...$kinds): array => array_values(
            array_filter($own, static fn(Package $p): bool => in_array($p->kind(), $kinds, true)),
        );
        $kit = [];
        // Half of them are put together by somebody who reads the pages first.
        $isCareful = $this->dice->chance(self::CAREFUL_PERCENT);
        if (Job::of($intent)->installsBuild() && $of(PackageKind::Build) !== []) {
            $builds = $of(PackageKind::Build);
            $kit = KitSuggestion::for(
                $this->dice->one($isCareful ? $this->habits->sound($builds) : $builds),
                $sheet,
                $unit,
                Stock::of($this->shelf),
                $house,
            );
            array_push(
                $kit,
                ...array_filter($of(PackageKind::Vendor), fn(): bool => !$isCareful && $this->dice->chance(50)),
                ...array_filter($of(PackageKind::Firmware), fn(): bool => $this->dice->chance(20)),
            );
        }
        if (in_array($intent, [Intent::GenericImage, Intent::TrialBeside], true)) {
            $kit = array_values(
                array_filter(
                    $this->shelf,
                    fn(Package $p): bool => $p->kind() === PackageKind::GenericImage &&
                        !str_contains($p->name(), '.gz') &&
                        $this->dice->chance(95),
                ),
            );
            array_push(
                $kit,
                ...array_filter($of(PackageKind::VerificationImage), fn(): bool => $this->dice->chance(80)),
                ...array_filter(
                    $this->shelf,
                    fn(Package $p): bool => $p->kind() === PackageKind::EncryptionDisabler && $this->dice->chance(15),
                ),
            );
        }
        if (Job::of($intent)->installsBuild() && $sheet->dynamicLayout === 'native' && $this->dice->chance(12)) {
            array_push($kit, ...$this->emptyLayouts($sheet));
        }
        if (Job::of($intent)->installsBuild() && $this->dice->chance(20)) {
            array_push(
                $kit,
                ...$of(PackageKind::LayoutChanger),
                ...array_filter(
                    $this->shelf,
                    fn(Package $p): bool => ($p->kind() === PackageKind::Cleaner && $this->dice->chance(80)) ||
                        ($p->kind() === PackageKind::EncryptionDisabler && $this->dice->chance(50)),
                ),
            );
        }
        $kinds = match ($intent) {
            Intent::Base => [PackageKind::Firmware, PackageKind::Firmware, PackageKind::Vendor],
            Intent::Kernel => [PackageKind::Kernel],
            Intent::Recovery => [PackageKind::Recovery],
            Intent::AddOn => [PackageKind::Fix, PackageKind::Kernel],
            Intent::BackToStock => [PackageKind::StockBundle],
            Intent::RemoveSecond => [PackageKind::Remover],
            default => [],
        };
        if ($kinds !== [] && $of(...$kinds) !== []) {
            $kit[] = $this->dice->one($of(...$kinds));
        }
        if (
            in_array(
                $intent,
                [
                    Intent::BackUp,
                    Intent::RestoreBackup,
                    Intent::RemoveSecond,
                    Intent::AddOn,
                    Intent::Kernel,
                    Intent::GenericImage,
                    Intent::Base,
                ],
                true,
            ) &&
            $of(PackageKind::Recovery) !== [] &&
            $this->dice->chance(60)
        ) {
            $kit[] = $this->dice->one($of(PackageKind::Recovery));
        }
        $free = array_values(
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => in_array($p->kind(), [PackageKind::Root, PackageKind::Services], true) &&
                    $p->container !== Container::BootImage,
            ),
        );
        if (
            (Job::of($intent)->installsBuild() && $this->dice->chance(30)) ||
            ($intent === Intent::AddOn && $this->dice->chance(80))
        ) {
            $kit[] = $this->dice->one($isCareful ? $this->habits->fitting($free, $kit, $sheet, $unit) : $free);
        }
        if (Job::of($intent)->installsBuild() && $sheet->hasTwoSlots() && $this->dice->chance(8)) {
            // No firmware package at hand, but one that copies it from slot to slot.
            $kit = array_values(
                array_filter($kit, static fn(Package $p): bool => $p->kind() !== PackageKind::Firmware),
            );
            array_push(
                $kit,
                ...array_filter($this->shelf, static fn(Package $p): bool => $p->kind() === PackageKind::SlotCopy),
            );
        }
        array_push($kit, ...$this->headers->images($this->shelf, $sheet, $unit));
        if ($this->dice->chance(15)) {
            // A person lays files down in any order.
            $kit = array_reverse($kit);
        }
        if ($of(PackageKind::Firmware) !== [] && $this->dice->chance(12)) {
            array_unshift($kit, $this->dice->one($of(PackageKind::Firmware)));
        }
        if ($isCareful) {
            return array_values(
                array_reduce($kit, static fn(array $seen, Package $p): array => $seen + [$p->path => $p], []),
            );
        }
        if ($kit !== [] && $this->dice->chance(10)) {
            array_splice($kit, $this->dice->between(0, count($kit) - 1), 1);
        }
        if ($this->dice->chance(6)) {
            $kit[] = $this->dice->one($this->shelf);
        }

        if ($this->dice->chance(6)) {
            $kit = $this->habits->withForeignBuild($kit);
        }
        $kit = array_values(
            array_reduce($kit, static fn(array $seen, Package $p): array => $seen + [$p->path => $p], []),
        );

        $kit = array_map(fn(Package $one): Package => $this->strange->expanded($one, $sheet), $kit);

        return array_map(fn(Package $one): Package => $this->strange->altered($this->distorted($one), $sheet), $kit);
    }

    /**
     * The empty layouts of the shelf as if they were made for this model.
     *
     * @return list<Package>
     */
    private function emptyLayouts(ModelSheet $sheet): array
    {
        $layouts = array_filter($this->shelf, static fn(Package $p): bool => $p->kind() === PackageKind::EmptySuper);

        return array_map(
            fn(Package $one): Package => $one->withFacts(
                Fact::of(Field::CODENAMES, [$sheet->codename], Source::Settled, 'drawn'),
                Fact::of(
                    Field::SUPER_SIZE,
                    $this->dice->chance(80) ? $sheet->superBytes ?? 1 : 1 << 30,
                    Source::Settled,
                    'drawn',
                ),
            ),
            array_slice(array_values($layouts), 0, 1),
        );
    }

    /**
     * Now and then a file whose statements are not those of the demo world: an order that goes round, a larger image,
     * an older header.
     */
    private function distorted(Package $package): Package
    {
        $differs = match (true) {
            in_array($package->kind(), [PackageKind::Services, PackageKind::Root, PackageKind::Fix], true) &&
                $this->dice->chance(25)
                => [
                'after' => [PackageKind::Services->value, PackageKind::Root->value, PackageKind::Fix->value],
            ],
            $package->kind() === PackageKind::GenericImage && $this->dice->chance(15) => [
                Field::LAUNCH_API_MIN => $this->dice->between(26, 34),
            ],
            $package->kind() === PackageKind::GenericImage && $this->dice->chance(40) => [
                Field::EXPANDED => $this->dice->between(3, 8) << 30,
            ],
            $package->kind() === PackageKind::Recovery && $this->dice->chance(15) => [Field::HEADER_VERSION => 3],
            $package->kind() === PackageKind::VerificationImage && $this->dice->chance(20) => [Field::PART_OF => '1.0'],
            $package->kind() === PackageKind::Build && $this->dice->chance(6) => [Field::FIXES => ['Radio fix']],
            $package->kind() === PackageKind::Build && $this->dice->chance(45) => [
                Field::WIPES => [$this->dice->one(['vendor', 'system'])],
            ],
            $package->kind() === PackageKind::Fix && $this->dice->chance(30) => [Field::NEEDS_ROOT => true],
            $package->kind() === PackageKind::Services && $this->dice->chance(8) => [
                Field::NEEDS_ENCRYPTION => $this->dice->one(['none', 'file']),
            ],
            $package->kind() === PackageKind::Kernel && $this->dice->chance(30) => [
                Field::BASE_KIND => $this->dice->one(['maker', 'open']),
            ],
            $package->kind() === PackageKind::Build && $this->dice->chance(30) => [
                Field::AFTER => [PackageKind::Services->value, PackageKind::Root->value],
            ],
            $package->kind() === PackageKind::Firmware && $this->dice->chance(15) => [
                Field::ROLLBACK_INDEX => $this->dice->between(0, 2),
            ],
            default => [],
        };

        return $package->withFacts(
            ...array_map(
                static fn(string $name, bool|int|string|array $value): Fact => Fact::of(
                    $name,
                    $value,
                    Source::Settled,
                    'drawn',
                ),
                array_keys($differs),
                $differs,
            ),
        );
    }
}

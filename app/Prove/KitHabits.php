<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Words\PackageKind;

/** How people put a kit together: with care, or with the file that happens to lie on top. */
final readonly class KitHabits
{
    /**
     * @param  list<Package>  $shelf
     */
    public function __construct(private Dice $dice, private array $shelf) {}

    /**
     * Of some builds those that are whole and full; all of them where none is.
     *
     * @param  list<Package>  $builds
     * @return list<Package>
     */
    public function sound(array $builds): array
    {
        $isSound = static fn(Package $one): bool => $one->integrity() !== Integrity::Damaged &&
            ($one->facts->text(Field::UPDATE_TYPE) ?? 'full') === 'full';

        return array_values(array_filter($builds, $isSound)) ?: $builds;
    }

    /**
     * Of some add-ons those for the release and processor of the phone; all of them where none is.
     *
     * @param  list<Package>  $addOns
     * @param  list<Package>  $kit
     * @return list<Package>
     */
    public function fitting(array $addOns, array $kit, ModelSheet $sheet, Unit $unit): array
    {
        $state = $unit->state();
        $release = $state->slot($state->activeSlot() ?? $sheet->slots[0])->os->release;
        foreach ($kit as $package) {
            $release = $package->kind() === PackageKind::Build ? $package->facts->text(Field::RELEASE) : $release;
        }
        $fits = static fn(Package $one): bool => $one->kind() !== PackageKind::Services ||
            ($one->facts->text(Field::RELEASE) === $release &&
                $one->facts->text(Field::ARCHITECTURE) === $sheet->architecture);

        return array_values(array_filter($addOns, $fits)) ?: $addOns;
    }

    /**
     * The same with a build for whatever phone in the place of its own.
     *
     * @param  list<Package>  $kit
     * @return list<Package>
     */
    public function withForeignBuild(array $kit): array
    {
        $isBuild = static fn(Package $one): bool => $one->kind() === PackageKind::Build;
        $rest = array_filter($kit, static fn(Package $one): bool => !$isBuild($one));

        return count($rest) === count($kit)
            ? $kit
            : [$this->dice->one(array_values(array_filter($this->shelf, $isBuild))), ...array_values($rest)];
    }
}

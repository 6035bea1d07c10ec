<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\SystemState;

/** Versions and sizes that a phone of a model may have, after what the files of a shelf speak of. */
final readonly class RandomVersions
{
    /**
     * @param  list<Package>  $shelf
     */
    public function __construct(private Dice $dice, private array $shelf) {}

    public function hasRecovery(ModelSheet $sheet): bool
    {
        foreach ($this->shelf as $package) {
            if (
                $package->kind() === PackageKind::Recovery &&
                in_array($sheet->codename, $package->facts->list(Field::CODENAMES), true)
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Platform releases; before an update mostly those that the builds for the model have.
     *
     * @return list<string>
     */
    public function releases(ModelSheet $sheet, Intent $intent): array
    {
        $own = [];
        foreach ($this->shelf as $package) {
            $isFor = array_intersect($package->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]);
            $release = $package->facts->text(Field::RELEASE);
            if ($package->kind() === PackageKind::Build && $isFor !== [] && $release !== null) {
                $own[] = $release;
            }
        }

        $isMostly = $this->dice->chance($intent === Intent::GenericImage ? 90 : 70);

        return match (true) {
            $intent === Intent::UpdateInPlace && $own !== [] && $isMostly => $own,
            // A generic image needs a base that is not too old.
            $intent === Intent::GenericImage && $isMostly => ['13', '14', '15'],
            default => ['9', '13', '14', '15'],
        };
    }

    /**
     * Versions that the shelf's firmware and builds speak of for a model, and some around them.
     *
     * @return list<string>
     */
    public function firmwares(ModelSheet $sheet): array
    {
        $versions = ['1.0'];
        foreach ($this->shelf as $package) {
            if (
                array_intersect($package->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) === []
            ) {
                continue;
            }
            $minimum = $package->facts->text(Field::FIRMWARE_MIN);
            $own = $package->kind() === PackageKind::Firmware ? $package->facts->text(Field::VERSION) : null;
            array_push(
                $versions,
                ...array_values(array_filter([$minimum, $own], static fn(?string $v): bool => $v !== null)),
                ...$package->facts->list(Field::BOOTLOADERS),
            );
        }

        return array_values(array_unique($versions));
    }

    /**
     * What both systems take in super, where they have room there together.
     *
     * @param  array<string, string|bool|int|list<string>|null>  $values
     * @return array<string, int>
     */
    public function sizes(ModelSheet $sheet, string $active, array $values): array
    {
        $percent = $this->dice->one([30, 50, 70]);
        $sizes = [];
        foreach ($sheet->slots as $slot) {
            if (($values[StateField::OsState->in($slot)] ?? '') !== SystemState::Complete->value) {
                continue;
            }
            foreach ($sheet->logicalPartitions() as $name) {
                $bytes = $sheet->partition($name)->sizeBytes ?? 0;
                $sizes[StateField::SizeInSuper->in($slot, $name)] =
                    $slot === $active ? $bytes : intdiv($bytes * $percent, 409_600) * 4096;
            }
        }

        return array_sum($sizes) <= ($sheet->superBytes ?? 0) ? $sizes : [];
    }
}

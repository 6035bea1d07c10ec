<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Words\PackageKind;

/**
 * The files of a kit without their cards; at times the build has one. Now and then a file was taken for another that
 * looks just like it.
 */
final readonly class BareKit
{
    /** Kind of file → how often of a hundred it is another one for the same model. */
    private const MISTAKEN = [PackageKind::PartitionImage->value => 40, PackageKind::Firmware->value => 35];

    private const BUILD_HAS_CARD = 50;

    /** @param  list<Package>  $shelf */
    public function __construct(private Dice $dice, private array $shelf) {}

    /**
     * @param  list<Package>  $kit
     * @return list<Package>
     */
    public function of(array $kit): array
    {
        $hasCard = $this->dice->chance(self::BUILD_HAS_CARD);
        $isLeft = static fn(Package $one): bool => $hasCard && $one->kind() === PackageKind::Build;

        return array_map(fn(Package $one): Package => $isLeft($one) ? $one : BareFile::of($this->taken($one)), $kit);
    }

    /**
     * The images of partitions alone without their cards, as somebody has them who has read the build's page.
     *
     * @param  list<Package>  $kit
     * @return list<Package>
     */
    public function imagesOf(array $kit): array
    {
        $isImage = static fn(Package $one): bool => $one->kind() === PackageKind::PartitionImage;

        return array_map(fn(Package $one): Package => $isImage($one) ? BareFile::of($this->taken($one)) : $one, $kit);
    }

    private function taken(Package $wanted): Package
    {
        if (!$this->dice->chance(self::MISTAKEN[$wanted->kind()?->value] ?? 0)) {
            return $wanted;
        }
        $isAlike = static fn(Package $one): bool => $one->kind() === $wanted->kind() &&
            $one->facts->text(Field::PARTITION) === $wanted->facts->text(Field::PARTITION) &&
            $one->facts->list(Field::CODENAMES) === $wanted->facts->list(Field::CODENAMES) &&
            $one->sha256 !== $wanted->sha256;
        $others = array_values(array_filter($this->shelf, $isAlike));

        return $others === [] ? $wanted : $this->dice->one($others);
    }
}

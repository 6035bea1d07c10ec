<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Words\PackageKind;

/** The files on a shelf that a kit may be made from, by kind; damaged ones are left out. */
final readonly class Stock
{
    /**
     * @param  array<string, list<Package>>  $byKind
     */
    private function __construct(private array $byKind) {}

    /**
     * @param  list<Package>  $shelf
     */
    public static function of(array $shelf): self
    {
        $byKind = [];
        foreach ($shelf as $package) {
            if ($package->integrity() !== Integrity::Damaged) {
                $byKind[$package->kind()->value ?? ''][] = $package;
            }
        }

        return new self($byKind);
    }

    /**
     * @return list<Package>
     */
    public function ofKind(PackageKind $kind): array
    {
        return $this->byKind[$kind->value] ?? [];
    }
}

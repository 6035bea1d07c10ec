<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\PartitionLayout;

/** How the room for the system is divided on a model whose dynamic layout is put in later. */
final class Layout
{
    /**
     * What a slot has, as far as it is known or follows from what runs; a system of another maker needed the new
     * layout to go in.
     */
    public static function of(State $state, ModelSheet $sheet, string $slot): PartitionLayout
    {
        $known = $state->slot($slot)->layout;
        if ($known !== null || $sheet->dynamicLayout !== 'retrofit') {
            return $known ?? PartitionLayout::Dynamic;
        }
        foreach ($sheet->slots as $one) {
            if ($state->slot($one)->os->isComplete() && $state->slot($one)->os->stock === false) {
                return PartitionLayout::Dynamic;
            }
        }

        return PartitionLayout::Old;
    }

    /**
     * Whether images of the maker's own bundle go onto partitions of their own, whose room a dynamic layout may have
     * taken since.
     */
    public static function bundleIsPhysical(ModelSheet $sheet): bool
    {
        return $sheet->dynamicLayout === 'retrofit';
    }

    public static function isDynamic(State $state, ModelSheet $sheet): bool
    {
        return array_filter(
            $sheet->slots,
            static fn(string $slot): bool => self::of($state, $sheet, $slot) !== PartitionLayout::Dynamic,
        ) === [];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\PartitionLayout;

/** How the room for the system is divided on a model whose dynamic layout is put in later. */
final class Layout
{
    /**
     * What a slot has, as far as it was read or follows from the systems: the maker's own needs the partitions that the
     * maker made. A system of another says nothing, since it is built for either. Null where nobody knows.
     */
    public static function of(State $state, ModelSheet $sheet, string $slot): ?PartitionLayout
    {
        return match ($sheet->dynamicLayout) {
            null => $state->slot($slot)->layout,
            'retrofit' => $state->slot($slot)->layout ?? self::fromSystems($state, $sheet),
            default => PartitionLayout::Dynamic,
        };
    }

    private static function fromSystems(State $state, ModelSheet $sheet): ?PartitionLayout
    {
        $isMakers = [];
        foreach ($sheet->slots as $slot) {
            $os = $state->slot($slot)->os;
            if ($os->isComplete()) {
                $isMakers[] = $os->stock === true;
            }
        }

        return $isMakers !== [] && !in_array(false, $isMakers, true) ? PartitionLayout::Old : null;
    }

    /**
     * Slots of a model whose dynamic layout is put in later, of which nobody knows which layout they have.
     *
     * @return list<string>
     */
    public static function unknownIn(State $state, ModelSheet $sheet): array
    {
        $isUnknown = static fn(string $slot): bool => self::of($state, $sheet, $slot) === null;

        return $sheet->dynamicLayout === 'retrofit' ? array_values(array_filter($sheet->slots, $isUnknown)) : [];
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

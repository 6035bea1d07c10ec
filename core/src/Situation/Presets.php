<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

/** Sets of house rules that come with the program; people add their own. */
final class Presets
{
    /**
     * @return array<string, HouseRules> by name, the careful one first
     */
    public static function all(): array
    {
        return [
            'Careful' => new HouseRules(),
            'Old batteries' => new HouseRules(batteryFloorPercent: 80, batteryReservePercent: 40),
            'As most pages write it' => new HouseRules(
                preInstallSlot: 'active',
                formatOrder: 'before',
                afterFormat: 'always',
            ),
            'Repair table in a hurry' => new HouseRules(
                batteryFloorPercent: 50,
                formatOrder: 'after',
                channel: 'newest',
            ),
        ];
    }
}

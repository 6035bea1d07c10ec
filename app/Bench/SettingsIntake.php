<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\Setting;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Workplace;

/** Takes in what a bench file says of house rules, presets and command tools. */
final class SettingsIntake
{
    /**
     * @param  array{
     *     houseRules: array<string, mixed>,
     *     presets: array<array-key, array<string, mixed>>,
     *     workplace: array<string, mixed>
     * }  $data
     */
    public static function take(array $data, IntakeChanges $changes): void
    {
        $rules = HouseRules::fromArray($data['houseRules'], ArchiveIntake::WHERE . ', houseRules');
        $changes->keep(
            'house rules',
            'in force',
            Setting::houseRules()->toArray(),
            $rules->toArray(),
            static fn() => Setting::keepHouseRules($rules),
        );
        foreach ($data['presets'] as $number => $document) {
            // A name of digits is a number as a key.
            $name = (string) $number;
            $preset = HouseRules::fromArray($document, ArchiveIntake::WHERE . ", preset {$name}");
            $changes->keep(
                'preset',
                $name,
                (Setting::presets()[$name] ?? null)?->toArray(),
                $preset->toArray(),
                static fn() => Setting::keepPresets([$name => $preset] + Setting::presets()),
            );
        }
        /** @var array{toolVersion?: ?string, badTools?: list<array{version: string, fault: string}>} $place */
        $place = $data['workplace'];
        $workplace = Workplace::fromArray($place);
        $changes->keep(
            'workplace',
            'command tools',
            Setting::workplace()->toArray(),
            $workplace->toArray(),
            static fn() => Setting::keepWorkplace($workplace),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Tornavis\Core\Plan\Phrasebook;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Workplace;

/**
 * A choice that holds for the whole bench.
 *
 * @property string $name
 * @property array<string, mixed> $value
 */
final class Setting extends Model
{
    use CanBeSetAside;

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'name';

    protected $keyType = 'string';

    protected $fillable = ['name', 'value'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['value' => 'array'];
    }

    /** @param  array<mixed>  $value */
    private static function keep(string $name, array $value): void
    {
        self::withSetAside()
            ->updateOrCreate(['name' => $name], ['value' => $value])
            ->comeBack();
    }

    public static function houseRules(): HouseRules
    {
        $kept = self::query()->find('house-rules')?->value;

        return $kept === null ? new HouseRules() : HouseRules::fromArray($kept);
    }

    public static function phrasebook(): Phrasebook
    {
        $kept = self::query()->find('phrasebook')?->value;

        return $kept === null ? Phrasebook::none() : Phrasebook::fromArray($kept);
    }

    public static function keepPhrasebook(Phrasebook $phrasebook): void
    {
        self::keep('phrasebook', $phrasebook->toArray());
    }

    public static function workplace(): Workplace
    {
        return self::workplaceIn(self::query()->find('workplace')->value ?? []);
    }

    /** @param  array<mixed>  $kept */
    private static function workplaceIn(array $kept): Workplace
    {
        /** @var array{toolVersion?: ?string, badTools?: list<array{version: string, fault: string}>} $kept */
        return Workplace::fromArray($kept);
    }

    public static function keepWorkplace(Workplace $workplace): void
    {
        self::keep('workplace', $workplace->toArray());
    }

    /**
     * Folders on this machine whose files belong to the shelf, beside its own.
     *
     * @return list<string>
     */
    public static function folders(): array
    {
        return array_values(array_filter(self::query()->find('folders')->value ?? [], is_string(...)));
    }

    /**
     * @param  list<string>  $folders
     */
    public static function keepFolders(array $folders): void
    {
        self::keep('folders', $folders);
    }

    /**
     * House rules that people gave a name, beside those that come with the program.
     *
     * @return array<string, HouseRules> by name
     */
    public static function presets(): array
    {
        return self::presetsIn(self::query()->find('presets')->value ?? []);
    }

    /**
     * @param  array<mixed>  $kept
     * @return array<string, HouseRules>
     */
    private static function presetsIn(array $kept): array
    {
        $presets = [];
        foreach ($kept as $name => $rules) {
            if (is_array($rules)) {
                /** @var array<string, mixed> $rules */
                $presets[$name] = HouseRules::fromArray($rules, "preset {$name}");
            }
        }
        ksort($presets);

        return $presets;
    }

    /** What this very row says, read as those read it that ask for it by its name. */
    public function read(): mixed
    {
        $value = $this->value;

        return match ($this->name) {
            'house-rules' => HouseRules::fromArray($value),
            'phrasebook' => Phrasebook::fromArray($value),
            'workplace' => self::workplaceIn($value),
            'presets' => self::presetsIn($value),
            default => $value,
        };
    }

    /**
     * @param  array<string, HouseRules>  $presets
     */
    public static function keepPresets(array $presets): void
    {
        ksort($presets);
        self::keep('presets', array_map(static fn(HouseRules $rules): array => $rules->toArray(), $presets));
    }

    public static function keepHouseRules(HouseRules $rules): void
    {
        self::keep('house-rules', $rules->toArray());
    }
}

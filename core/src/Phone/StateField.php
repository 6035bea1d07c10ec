<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Words\BatteryCondition;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\SystemState;

/**
 * Every name that a unit's state may have, with its type and its words.
 *
 * "{slot}" stands for a, b or -, "{class}" for a loss class, "{mode}" for a mode, "{partition}" for a partition.
 */
final class StateField
{
    /** name pattern → [type, label]; types: text, int, percent, flag, list. What a text may be: TEXTS. */
    public const FIELDS = [
        'variant.model' => ['text', 'Model number'],
        'variant.chipset' => ['text', 'Chipset'],
        'serial' => ['text', 'Serial number'],
        'bootloader.unlocked' => ['flag', 'Bootloader unlocked'],
        'bootloader.unlockAllowed' => ['flag', 'Unlocking allowed'],
        'bootloader.lockGuard' => ['flag', "Maker's lock-guard state"],
        'bootloader.waitStarted' => ['text', 'Unlock wait started'],
        'bootloader.rollbackIndex' => ['int', 'Rollback index'],
        'mode' => ['text', 'Mode'],
        'slot.active' => ['text', 'Active slot'],
        'slot.running' => ['text', 'Slot it runs from'],
        'slot.{slot}.os.family' => ['text', 'OS family'],
        'slot.{slot}.os.release' => ['text', 'Platform release'],
        'slot.{slot}.os.version' => ['text', 'OS version'],
        'slot.{slot}.os.api' => ['int', 'Api'],
        'slot.{slot}.os.buildId' => ['text', 'Build'],
        'slot.{slot}.os.buildTime' => ['int', 'Built'],
        'slot.{slot}.os.patchLevel' => ['text', 'Patch level'],
        'slot.{slot}.os.signer' => ['text', 'Signer'],
        'slot.{slot}.os.stock' => ['flag', "The maker's own OS"],
        'slot.{slot}.os.state' => ['text', 'System'],
        'slot.{slot}.os.failedAs' => ['text', 'Seen not to start'],
        'slot.{slot}.os.base' => ['text', 'Stands on'],
        'slot.{slot}.os.services' => ['text', 'Services'],
        'slot.{slot}.os.firmwareMin' => ['text', 'Firmware that the OS needs'],
        'slot.{slot}.kernel.name' => ['text', 'Kernel'],
        'slot.{slot}.kernel.version' => ['text', 'Kernel version'],
        'slot.{slot}.root' => ['text', 'Root package'],
        'slot.{slot}.os.vendorMin' => ['text', 'Vendor that the OS needs'],
        'slot.{slot}.image.{partition}' => ['text', 'Image belongs to'],
        'slot.{slot}.firmware.version' => ['text', 'Firmware'],
        'slot.{slot}.firmware.region' => ['text', 'Firmware region'],
        'slot.{slot}.firmware.modem' => ['text', 'Modem'],
        'slot.{slot}.vendor.version' => ['text', 'Vendor'],
        'slot.{slot}.vendor.channel' => ['text', 'Vendor channel'],
        'slot.{slot}.verification.on' => ['flag', 'Verification on'],
        'slot.{slot}.verification.of' => ['text', 'Verification image belongs to'],
        'slot.{slot}.layout' => ['text', 'Partition layout'],
        'slot.{slot}.size.{partition}' => ['int', 'Size in super'],
        'slot.{slot}.recovery.family' => ['text', 'Recovery'],
        'slot.{slot}.recovery.version' => ['text', 'Recovery version'],
        'slot.{slot}.recovery.abilities' => ['list', 'Recovery can'],
        'recovery.running' => ['list', 'Recovery started once can'],
        'data.fileSystem' => ['text', 'Data file system'],
        'data.encryption' => ['text', 'Data encryption'],
        'data.writtenBy' => ['text', 'Data written by'],
        'data.writtenRelease' => ['text', 'Written by release'],
        'data.empty' => ['flag', 'Data is empty'],
        'slot.{slot}.encryption.off' => ['flag', 'Encryption switched off'],
        'data.unreadable' => ['flag', 'Data of another layout'],
        'layout.residue' => ['flag', 'Rest of another layout'],
        'data.usedBytes' => ['int', 'Data in use'],
        'data.holds.{class}' => ['flag', 'Data holds'],
        'data.freeBytes' => ['int', 'Internal storage free'],
        'data.files' => ['list', 'Files staged there'],
        'card.present' => ['flag', 'Memory card'],
        'card.files' => ['list', 'Files on the card'],
        'storage.stale' => ['flag', 'Storage not seen since the format'],
        'recovery.pending' => ['flag', 'Recovery written and not yet started'],
        'card.freeBytes' => ['int', 'Card free'],
        'second.family' => ['text', 'Second system'],
        'second.version' => ['text', 'Second system version'],
        'trial.family' => ['text', 'Trial beside'],
        'trial.version' => ['text', 'Version of the trial'],
        'locks.screen' => ['flag', 'Screen lock'],
        'locks.accounts' => ['flag', 'Signed in to accounts'],
        'battery.percent' => ['percent', 'Battery'],
        'battery.charging' => ['flag', 'Charging'],
        'battery.condition' => ['text', 'Battery condition'],
        'debugging.allowed' => ['flag', 'Debugging allowed'],
        'debugging.authorised' => ['flag', 'Computer authorised'],
        'link.proven.{mode}' => ['flag', 'Link proven'],
    ];

    /** name pattern → the enum of its values, or the pattern that they follow; every other text is free */
    private const TEXTS = [
        'mode' => Mode::class,
        'slot.active' => Slot::class,
        'slot.running' => Slot::class,
        'slot.{slot}.os.state' => SystemState::class,
        'slot.{slot}.os.patchLevel' => '/^\d{4}-\d\d(-\d\d)?$/',
        'slot.{slot}.os.release' => '/^\d+(\.\d+)*$/',
        'slot.{slot}.layout' => PartitionLayout::class,
        'data.encryption' => Encryption::class,
        'data.fileSystem' => '/^[a-z0-9]+$/',
        'data.writtenRelease' => '/^\d+(\.\d+)*$/',
        'bootloader.waitStarted' => '/^\d{4}-\d\d-\d\dT\d\d:\d\d/',
        'battery.condition' => BatteryCondition::class,
    ];

    /** The name with placeholders, as in FIELDS. */
    private static function pattern(string $name): string
    {
        return (string) preg_replace(
            [
                '/^slot\.[ab-]\./',
                '/^(slot\.\{slot\}\.(?:image|size))\.[a-z0-9_]+$/',
                '/^(data\.holds)\.[a-z-]+$/',
                '/^(link\.proven)\.[a-z-]+$/',
            ],
            ['slot.{slot}.', '$1.{partition}', '$1.{class}', '$1.{mode}'],
            $name,
        );
    }

    /** @return ?array{string, string} type and label; null for a name that does not exist */
    public static function find(string $name): ?array
    {
        if (isset(self::FIELDS[$name])) {
            return self::FIELDS[$name];
        }
        $pattern = self::pattern($name);
        $last = substr($name, (int) strrpos($name, '.') + 1);

        return match ($pattern) {
            'data.holds.{class}' => LossClass::tryFrom($last) === null ? null : self::FIELDS[$pattern],
            'link.proven.{mode}' => Mode::tryFrom($last) === null ? null : self::FIELDS[$pattern],
            default => self::FIELDS[$pattern] ?? null,
        };
    }

    /**
     * What a text may be: its values, or the pattern that it follows.
     *
     * @return list<string>|string|null null where any text of up to 400 bytes will do
     */
    public static function textOf(string $pattern): array|string|null
    {
        $rule = self::TEXTS[$pattern] ?? null;

        return $rule !== null && is_subclass_of($rule, \BackedEnum::class)
            ? array_map(static fn(\BackedEnum $case): string => (string) $case->value, $rule::cases())
            : $rule;
    }

    private static function isText(string $name, mixed $value): bool
    {
        $rule = self::textOf(self::pattern($name));

        return is_string($value) &&
            strlen($value) <= 400 &&
            match (true) {
                is_array($rule) => in_array($value, $rule, true),
                is_string($rule) => preg_match($rule, $value) === 1,
                default => true,
            };
    }

    /** "Slot A: OS family", "Data holds: photos"; the name itself where it does not exist. */
    public static function label(string $name): string
    {
        $field = self::find($name);
        if ($field === null) {
            return $name;
        }
        $label =
            preg_match('/\.(holds|image|size|proven)\.([a-z_-]+)$/', $name, $part) === 1
                ? "{$field[1]}: {$part[2]}"
                : $field[1];

        return preg_match('/^slot\.([ab])\./', $name, $slot) === 1
            ? 'Slot ' . strtoupper($slot[1]) . ": {$label}"
            : $label;
    }

    /** A value as a person reads it: sizes in binary units, times as dates. */
    public static function say(string $name, mixed $value): string
    {
        return match (true) {
            $value === null => 'unknown',
            is_bool($value) => $value ? 'yes' : 'no',
            is_array($value) => implode(', ', array_filter($value, is_string(...))),
            is_int($value) && (str_ends_with($name, 'Bytes') || str_contains($name, '.size.')) => Size::text($value),
            is_int($value) && str_ends_with($name, 'Time') => gmdate('Y-m-d', $value),
            str_ends_with($name, '.os.failedAs') => 'yes, as it was then',
            is_string($value) && $name === 'bootloader.waitStarted' => Moment::read($value)?->format(
                'Y-m-d H:i \U\T\C',
            ) ?? $value,
            is_int($value) && str_ends_with($name, 'percent') => "{$value} %",
            default => is_scalar($value) ? (string) $value : '',
        };
    }

    /** Whether a thing can change by itself, so that two statements about it need not disagree. */
    public static function changesByItself(string $name): bool
    {
        return preg_match(
            '/^(mode$|battery\.(percent|charging)$|data\.(usedBytes|freeBytes|files)$|card\.(freeBytes|files)$' .
                '|storage\.stale$|recovery\.pending$|slot\.running$|recovery\.running$' .
                '|link\.proven\.|debugging\.|data\.holds\.)/',
            $name,
        ) === 1;
    }

    /** Whether a thing never changes, so that two statements about it are about two phones, or one is wrong. */
    public static function neverChanges(string $name): bool
    {
        return in_array($name, ['serial', 'variant.model', 'variant.chipset'], true);
    }

    /**
     * @param  string|int|bool|list<string>|null  $value
     *
     * @throws FormatError when the name does not exist or the value has another type
     */
    public static function check(string $name, string|int|bool|array|null $value, string $where): void
    {
        $field = self::find($name);
        if ($field === null) {
            throw FormatError::invalid(
                $where,
                "fact {$name}",
                'There is no such fact about a phone',
                'a name listed in docs/formats/unit.md',
            );
        }
        $fits =
            $value === null ||
            match ($field[0]) {
                'text' => self::isText($name, $value),
                'int' => is_int($value),
                'percent' => is_int($value) && $value >= 0 && $value <= 100,
                'flag' => is_bool($value),
                default => is_array($value),
            };
        if (!$fits) {
            throw FormatError::invalid(
                $where,
                "fact {$name}",
                'The value ' . json_encode($value) . ' does not fit',
                self::expected($name, $field[0]) . ', or null for unknown',
            );
        }
    }

    private static function expected(string $name, string $type): string
    {
        $rule = self::textOf(self::pattern($name));

        return match (true) {
            is_array($rule) => 'one of ' . implode(', ', $rule),
            is_string($rule) => "a text that matches {$rule}",
            default => "a {$type}",
        };
    }
}

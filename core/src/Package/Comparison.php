<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Version;

/**
 * What differs between two packages that matters to a person who has to choose.
 *
 * @phpstan-type Row array{name: string, left: string, right: string, says: ?string}
 */
final class Comparison
{
    /** Fields in the order of their weight. */
    private const FIELDS = [
        Field::KIND,
        Field::FAMILY,
        Field::VERSION,
        Field::BUILD_ID,
        Field::CODENAMES,
        Field::MODELS,
        Field::EXCLUDES,
        Field::CHIPSETS,
        Field::ARCHITECTURE,
        Field::RELEASE,
        Field::API,
        Field::PATCH_LEVEL,
        Field::BUILD_TIME,
        Field::UPDATE_TYPE,
        Field::SIGNER,
        Field::CHANNEL,
        Field::OFFICIAL,
        Field::FIRMWARE_MIN,
        Field::FIRMWARE_SLOTS,
        Field::VENDOR_MIN,
        Field::STOCK_RELEASE_MIN,
        Field::FIXES,
        Field::RECOVERY_FAMILY,
        Field::RECOVERY_MIN,
        Field::FILE_SYSTEM,
        Field::BRINGS_SERVICES,
        Field::BRINGS_RECOVERY,
        Field::BRINGS_FIRMWARE,
        Field::BRINGS_EXTRAS,
        Field::BRINGS_ENCRYPTION,
        Field::BASE_KIND,
        Field::NEEDS_ROOT,
        Field::NEEDS_ENCRYPTION,
        Field::WIPES,
        Field::REGION,
        Field::VENDOR_CHANNEL,
        Field::ROLLBACK_INDEX,
        Field::EXPANDED,
    ];

    /**
     * @return list<Row> only what differs
     */
    public static function of(Package $left, Package $right): array
    {
        $rows = [];
        foreach (self::FIELDS as $name) {
            $a = $left->facts->best($name);
            $b = $right->facts->best($name);
            if (($a === null && $b === null) || ($a !== null && $b !== null && $a->agreesWith($b))) {
                continue;
            }
            $rows[] = [
                'name' => $name,
                'left' => self::say($name, $a?->value, $a?->text()),
                'right' => self::say($name, $b?->value, $b?->text()),
                'says' => self::meaning($name, $a?->value, $b?->value),
            ];
        }

        return [...$rows, ...self::images($left, $right)];
    }

    private static function say(string $name, mixed $value, ?string $text): string
    {
        return match (true) {
            $text === null => 'not stated',
            is_int($value) && $name === Field::BUILD_TIME => gmdate('Y-m-d', $value),
            is_int($value) && $name === Field::EXPANDED => Size::text(max(0, $value)),
            $name === Field::SIGNER => substr($text, 0, 16) . '…',
            default => $text,
        };
    }

    /** What a difference means, where it means more than it says. */
    private static function meaning(string $name, mixed $left, mixed $right): ?string
    {
        if ($name === Field::SIGNER) {
            return 'Other keys: neither can be installed over the other without losing data.';
        }
        if ($name === Field::PATCH_LEVEL && is_string($left) && is_string($right)) {
            return $left > $right ? 'The left one has the newer fixes.' : 'The right one has the newer fixes.';
        }
        if (
            in_array($name, [Field::VERSION, Field::FIRMWARE_MIN, Field::RELEASE], true) &&
            is_string($left) &&
            is_string($right)
        ) {
            $newer = Version::of($left)->olderThan(Version::of($right)) ? 'right' : 'left';

            return $name === Field::FIRMWARE_MIN
                ? "The {$newer} one needs newer firmware."
                : "The {$newer} one is newer.";
        }

        return $name === Field::CODENAMES ? 'They are for other phones.' : null;
    }

    /**
     * @return list<Row>
     */
    private static function images(Package $left, Package $right): array
    {
        $rows = [];
        $names = array_unique(
            array_map(static fn(PartitionImage $image): string => $image->partition, [
                ...$left->images,
                ...$right->images,
            ]),
        );
        sort($names);
        foreach ($names as $name) {
            $a = $left->imageFor($name);
            $b = $right->imageFor($name);
            $same =
                $a !== null &&
                $b !== null &&
                $a->sizeBytes === $b->sizeBytes &&
                ($a->sha256 === $b->sha256 || $a->sha256 === null || $b->sha256 === null);
            if (!$same) {
                $says =
                    $a !== null && $b !== null && $a->sizeBytes === $b->sizeBytes
                        ? 'The same size, another content.'
                        : null;
                $rows[] = [
                    'name' => "Image of {$name}",
                    'left' => $a === null ? 'not in it' : Size::text($a->sizeBytes),
                    'right' => $b === null ? 'not in it' : Size::text($b->sizeBytes),
                    'says' => $says,
                ];
            }
        }

        return $rows;
    }
}

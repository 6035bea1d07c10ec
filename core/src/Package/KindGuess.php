<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Words\PackageKind;

/**
 * What a file most likely is, from its form, where neither it nor a card says so. It is a guess: no plan is clear
 * before somebody has said what the file is.
 */
final class KindGuess
{
    /** The fact, or null where the form says nothing of it. */
    public static function of(Reading $reading): ?Fact
    {
        [$kind, $why] = match ($reading->container) {
            Container::BootImage, Container::VendorBootImage => self::ofBootImage($reading),
            Container::DeviceTreeTable => [PackageKind::PartitionImage, 'a device tree table by itself'],
            Container::Verification => [PackageKind::VerificationImage, 'a verification header by itself'],
            Container::ScriptedZip => self::ofScript($reading),
            default => [null, ''],
        };

        return $kind === null ? null : Fact::of(Field::KIND, $kind->value, Source::Assumed, $why);
    }

    /** Whether what a file is counts as guessed: nobody has said it. */
    public static function isBehind(Package $package): bool
    {
        return $package->facts->best(Field::KIND)?->grade() === Grade::Guessed;
    }

    /** @return array{?PackageKind, string} */
    private static function ofBootImage(Reading $reading): array
    {
        return match (self::value($reading, Field::HAS_RECOVERY_RAMDISK)) {
            true => [PackageKind::Recovery, 'a recovery lies in it'],
            false => [PackageKind::PartitionImage, 'no recovery lies in it'],
            default => [null, ''],
        };
    }

    /** @return array{?PackageKind, string} */
    private static function ofScript(Reading $reading): array
    {
        $writes = self::value($reading, Field::WRITES);
        $names = array_map(static fn(PartitionImage $one): string => $one->partition, $reading->images);
        $isForOneModel = self::value($reading, Field::CODENAMES) !== null;

        return match (true) {
            $writes === ['vendor'] => [PackageKind::Vendor, 'its script writes vendor'],
            $writes !== null => [null, ''],
            $isForOneModel && count($names) > 1 => [PackageKind::Firmware, 'it carries ' . implode(', ', $names)],
            $isForOneModel => [PackageKind::Fix, 'it writes no partition of the system'],
            default => [PackageKind::Services, 'it names no phone and writes no partition'],
        };
    }

    /** @return string|int|bool|list<string>|null */
    private static function value(Reading $reading, string $name): string|int|bool|array|null
    {
        foreach ($reading->facts as $fact) {
            if ($fact->name === $name && $fact->known()) {
                return $fact->value;
            }
        }

        return null;
    }
}

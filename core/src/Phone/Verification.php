<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\UnverifiedStart;

/**
 * What the verification headers of a slot cover, who checks it, and what is no longer as they know it.
 *
 * The bootloader checks what it loads itself, whole. The system checks what it mounts while it runs, block by block;
 * an unlocked bootloader does not change that.
 *
 * Source: the open platform's description of verified boot: hash descriptors are for what the bootloader loads, hash
 * tree descriptors for what the system mounts.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Verification
{
    /** What a bootloader loads, whatever a sheet says of it. */
    private const LOADED = ['boot', 'init_boot', 'vendor_boot', 'vendor_kernel_boot', 'dtbo', 'recovery'];

    /** What a system mounts, on phones without super too. */
    private const MOUNTED = ['system', 'system_ext', 'product', 'vendor', 'odm'];

    /** Whether the running system checks a partition, so that an unlocked bootloader does not help. */
    public static function isCheckedBySystem(ModelSheet $sheet, string $partition): bool
    {
        return in_array($partition, [...self::MOUNTED, ...$sheet->logicalPartitions()], true);
    }

    public static function isCovered(ModelSheet $sheet, string $partition): bool
    {
        $loaded = [...self::LOADED, ...$sheet->startPartitions()];

        return in_array($partition, $loaded, true) || self::isCheckedBySystem($sheet, $partition);
    }

    /** Whether a build writes every header along with itself, so that they know its images. */
    public static function isBroughtBy(Package $build, ModelSheet $sheet): bool
    {
        $headers = $sheet->verificationPartitions();

        return $headers !== [] && array_diff($headers, $build->facts->list(Field::WRITES)) === [];
    }

    /** Where a root package goes: into the first file system, wherever this model keeps that. */
    public static function homeOfRoot(ModelSheet $sheet): string
    {
        return $sheet->partition('init_boot') === null ? PartitionName::Boot->value : 'init_boot';
    }

    /**
     * What is known once some partitions of a slot hold something that its headers do not know.
     *
     * @param  list<string>  $partitions
     * @return array<string, FactValue>
     */
    public static function changed(State $state, ModelSheet $sheet, string $slot, array $partitions): array
    {
        $new = array_filter($partitions, static fn(string $one): bool => self::isCovered($sheet, $one));
        $isOff = $state->slot($slot)->verificationOn === false;
        if ($new === [] || $isOff || $sheet->verificationPartitions() === []) {
            return [];
        }
        $all = array_unique([...$state->slot($slot)->verificationChanged, ...$new]);
        sort($all);

        return [StateField::VerificationChanged->in($slot) => $all];
    }

    /**
     * What is known of a slot that gets new headers along with everything that they cover.
     *
     * @param  ?bool  $on  whether they are checked; null where nobody knows
     * @return array<string, FactValue>
     */
    public static function renewed(string $slot, ?bool $on): array
    {
        return [
            StateField::VerificationOn->in($slot) => $on,
            StateField::VerificationOf->in($slot) => null,
            StateField::VerificationChanged->in($slot) => null,
        ];
    }

    /** The partition for which a slot's system would not start while verification is on; null where there is none. */
    public static function refuses(State $state, ModelSheet $sheet, string $slot): ?string
    {
        if ($state->slot($slot)->verificationOn !== true) {
            return null;
        }
        foreach ($state->slot($slot)->verificationChanged as $partition) {
            if (self::isCheckedBySystem($sheet, $partition)) {
                return $partition;
            }
        }

        return self::refusesToLoad($state, $sheet, $slot);
    }

    /**
     * The partition for which the bootloader of the model would load nothing of a slot; null where there is none, or
     * where it would only warn. Of a bootloader that nobody knows the plan asks.
     */
    public static function refusesToLoad(State $state, ModelSheet $sheet, string $slot): ?string
    {
        $holds = $state->slot($slot);
        if ($holds->verificationOn !== true || $sheet->unverified !== UnverifiedStart::Refuses) {
            return null;
        }
        foreach ($holds->verificationChanged as $partition) {
            if (!self::isCheckedBySystem($sheet, $partition)) {
                return $partition;
            }
        }
        foreach ($holds->os->buildId === null ? [] : $sheet->startPartitions() as $partition) {
            $owner = $holds->image($partition);
            if ($owner !== null && $owner !== ($holds->os->base ?? $holds->os->buildId)) {
                return $partition;
            }
        }

        return null;
    }
}

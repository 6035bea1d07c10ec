<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

/**
 * Whether a slot would start, judged from what is known about it.
 *
 * A practitioner's knowledge in four questions: is the system whole, do the start images belong to it,
 * is the firmware new enough, can it read the data partition.
 */
final class Starting
{
    /** Why the slot would not start its system, in a clause; null when it would. */
    public static function obstacle(State $state, ModelSheet $sheet, string $slot): ?string
    {
        $os = $state->text("slot.{$slot}.os.state");
        if ($os !== 'complete') {
            return match ($os) {
                'incomplete' => 'its system was written only in part',
                'none' => 'it holds no system',
                default => 'it is not known whether it holds a system',
            };
        }
        if ($state->text("slot.{$slot}.os.failedAs") === self::likeness($state->values(), $slot)) {
            return 'it was seen not to start, and nothing has changed since';
        }
        // A generic image stands on the start images of the build that was there before it.
        $build = $state->text("slot.{$slot}.os.base") ?? $state->text("slot.{$slot}.os.buildId");
        $refused = self::verificationRefuses($state, $sheet, $slot);
        if ($refused !== null) {
            return "verification is on and refuses its {$refused}";
        }
        foreach ($sheet->startPartitions() as $partition) {
            $owner = $state->text("slot.{$slot}.image.{$partition}");
            if ($owner !== null && $owner !== $build && ! ($partition === 'boot' && $owner === trim("{$state->text("slot.{$slot}.kernel.name")} {$state->text("slot.{$slot}.kernel.version")}"))) {
                return "its {$partition} image belongs to {$owner}";
            }
        }
        $needed = $state->version("slot.{$slot}.os.firmwareMin");
        $firmware = $state->version("slot.{$slot}.firmware.version");
        if ($needed !== null && ($firmware === null || $firmware->olderThan($needed))) {
            return 'its firmware '.($firmware ?? 'is unknown and').' is below '.$needed;
        }
        $vendorNeeded = $state->version("slot.{$slot}.os.vendorMin");
        $vendor = $state->version("slot.{$slot}.vendor.version");
        if ($vendorNeeded !== null && ($vendor === null || $vendor->olderThan($vendorNeeded))) {
            return 'its vendor '.($vendor ?? 'is unknown and').' is below '.$vendorNeeded;
        }
        if ($state->flag('data.unreadable') === true) {
            return 'the data was not formatted for the new layout';
        }
        $writer = $state->text('data.writtenBy');
        if ($state->flag('data.empty') !== true && $writer !== null && $writer !== $state->text("slot.{$slot}.os.family")) {
            return "the data was written and encrypted by {$writer}";
        }

        return null;
    }

    /**
     * What a slot starts from, in short: the same text as long as nothing of it was changed.
     *
     * @param  array<string, mixed>  $values  of a state, by name
     */
    public static function likeness(array $values, string $slot): string
    {
        $parts = array_filter($values, static fn (string $name): bool => $name !== "slot.{$slot}.os.failedAs" && preg_match("/^slot\\.{$slot}\\.(os|image|kernel|firmware|vendor|verification|root|layout)\\b|^data\\.(empty|writtenBy)$/", $name) === 1, ARRAY_FILTER_USE_KEY);
        ksort($parts);

        return substr(hash('sha256', json_encode(array_filter($parts, static fn (mixed $value): bool => $value !== null), JSON_THROW_ON_ERROR)), 0, 16);
    }

    /** The partition whose image verification would refuse, because it is not of the same build as the system; null when none. */
    public static function verificationRefuses(State $state, ModelSheet $sheet, string $slot): ?string
    {
        $build = $state->text("slot.{$slot}.os.buildId");
        if ($state->flag("slot.{$slot}.verification.on") !== true || $build === null) {
            return null;
        }
        foreach ($sheet->startPartitions() as $partition) {
            $owner = $state->text("slot.{$slot}.image.{$partition}");
            if ($owner !== null && $owner !== $build) {
                return $partition;
            }
        }

        return null;
    }

    public static function starts(State $state, ModelSheet $sheet, string $slot): bool
    {
        return self::obstacle($state, $sheet, $slot) === null;
    }
}

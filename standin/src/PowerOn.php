<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What happens when a slot is powered on: it starts its system or it does not.
 *
 * Decides from the images in the slot, the firmware and the keys of the data, step by step as a phone does.
 */
final class PowerOn
{
    /**
     * @return array{string, string} the mode that the phone ends up in, and what it shows
     */
    public static function system(SimulatedPhone $phone): array
    {
        $slot = $phone->activeSlot;
        $firmware = $phone->firmware[$slot] ?? null;
        if ($firmware === null) {
            return [PhoneMode::DEAD, 'The screen stays black.'];
        }
        $build = $phone->written('system', $slot);
        if ($build === null || !$build['whole']) {
            return $phone->recovery($slot) === null
                ? ['bootloader', 'The bootloader says that the slot is not bootable.']
                : [PhoneMode::RECOVERY, 'The recovery appears and says that there is no system.'];
        }
        if ($phone->verificationRefuses($slot)) {
            return [PhoneMode::BOOTLOADER, 'The bootloader says that its images are not those that were checked.'];
        }
        $os = $phone->system($slot);
        $generic = ($os['codename'] ?? '') === 'any';
        // A generic system stands on what belongs to the model, which then has to be of one piece.
        $base = $generic ? $phone->written('boot', $slot)['of'] ?? '' : $build['of'];
        foreach ($generic ? array_diff($phone->startsFrom(), ['system']) : $phone->startsFrom() as $partition) {
            $image = $phone->written($partition, $slot);
            if ($image === null || !$image['whole'] || !self::belongs($phone, $partition, $image, $base, $slot)) {
                return [PhoneMode::BOOT_LOOP, 'The logo comes and goes.'];
            }
        }
        if (!$generic && !$phone->isBuiltLike($os['codename'] ?? '')) {
            return [PhoneMode::DEAD, 'The screen stays black.'];
        }
        if (isset($os['needsFirmware']) && Release::isBelow($firmware, $os['needsFirmware'])) {
            return [PhoneMode::BOOT_LOOP, 'The logo comes and goes.'];
        }
        $kernel = $phone->added(AddOnKind::KERNEL, $slot);
        if ($kernel !== null && ($kernel['release'] ?? null) !== ($os['release'] ?? null)) {
            return [PhoneMode::BOOT_LOOP, 'The logo comes and goes.'];
        }
        $services = $phone->added(AddOnKind::SERVICES, $slot);
        if (
            $services !== null &&
            (($services['release'] ?? null) !== ($os['release'] ?? null) ||
                ($services['architecture'] ?? null) !== $phone->architecture())
        ) {
            return [PhoneMode::BOOT_LOOP, 'The system starts, stops and starts again.'];
        }
        if ($phone->dataUnreadable) {
            return [PhoneMode::STUCK, 'The logo stays.'];
        }
        if (!$phone->dataEmpty && $phone->dataKeys !== null && $phone->dataKeys !== ($os['family'] ?? null)) {
            return [PhoneMode::STUCK, 'The phone asks for a password that nobody set.'];
        }

        if ($phone->recoveryPending) {
            // The system finds a recovery that it does not know, and puts its own back.
            $phone->remove($phone->recoveryHome(), $slot);
            $phone->recoveryPending = false;
        }

        return [PhoneMode::SYSTEM, 'The system starts.'];
    }

    /**
     * Whether an image goes with the system of its slot: of the same build, a kernel made for its release, or a
     * vendor that is new enough.
     *
     * @param  array{of: string, whole: bool, label: array<string, mixed>}  $image
     */
    private static function belongs(
        SimulatedPhone $phone,
        string $partition,
        array $image,
        string $build,
        string $slot,
    ): bool {
        $os = $phone->system($slot);
        if ($partition === 'vendor' && isset($os['needsVendor'])) {
            return !Release::isBelow($phone->vendorVersion($slot) ?? '0', $os['needsVendor']);
        }
        if ($partition === 'boot' && isset($image['label']['kernel'])) {
            return ($image['label']['release'] ?? null) === ($os['release'] ?? null);
        }

        return $image['of'] === $build;
    }

    /**
     * @return array{string, string}
     */
    public static function recovery(SimulatedPhone $phone): array
    {
        $slot = $phone->activeSlot;
        $recovery = $phone->recovery($slot);
        if (!isset($phone->firmware[$slot])) {
            return [PhoneMode::DEAD, 'The screen stays black.'];
        }
        if ($recovery === null) {
            return [PhoneMode::BOOTLOADER, 'The bootloader comes back: there is no recovery in this slot.'];
        }
        if ($phone->verificationRefuses($slot)) {
            return [PhoneMode::BOOTLOADER, 'The bootloader says that its images are not those that were checked.'];
        }
        // The recovery's kernel and device tree are the slot's own; a foreign pair does not bring the screen up.
        if (in_array('dtbo', $phone->startsFrom(), true) && !$phone->recoveryBringsKernel()) {
            $kernel = $phone->written('boot', $slot);
            $tree = $phone->written('dtbo', $slot);
            if ($kernel === null || $tree === null || !$kernel['whole'] || $kernel['of'] !== $tree['of']) {
                return [PhoneMode::BOOT_LOOP, 'The logo comes and goes.'];
            }
        }

        $phone->recoveryPending = false;

        return [PhoneMode::RECOVERY, "{$recovery['family']} {$recovery['version']} appears."];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What happens when a slot is powered on: it starts its system or it does not.
 *
 * Decides from the images in the slot, the firmware and the keys of the data, step by step as a phone does.
 *
 * @phpstan-type Shown array{string, string}
 */
final class PowerOn
{
    private const LOOP = [PhoneMode::BOOT_LOOP, 'The logo comes and goes.'];

    private const UNCHECKED = [
        PhoneMode::BOOTLOADER,
        'The bootloader says that its images are not those that were checked.',
    ];

    private const PASSWORD = [PhoneMode::STUCK, 'The phone asks for a password that nobody set.'];

    /**
     * Powers on the active slot. A slot that has never started well uses up its starts and is given up for the other
     * one, where that one starts.
     *
     * @return Shown the mode that the phone ends up in, and what it shows
     */
    public static function system(SimulatedPhone $phone): array
    {
        $slot = $phone->activeSlot;
        if (($phone->retries[$slot] ?? SimulatedPhone::MOST_RETRIES) === 0) {
            return [PhoneMode::BOOTLOADER, 'The bootloader says that the slot is not bootable.'];
        }
        $shown = self::attempt($phone, $slot);
        if ($shown[0] === PhoneMode::SYSTEM) {
            self::startedWell($phone, $slot);

            return $shown;
        }
        $isOnTrial = !in_array($slot, $phone->successful, true) && count($phone->slots()) > 1;
        if ($shown[0] !== PhoneMode::BOOT_LOOP || !$isOnTrial) {
            return $shown;
        }
        $phone->retries[$slot] = 0;
        $other = $phone->otherSlot($slot);
        if (($phone->retries[$other] ?? SimulatedPhone::MOST_RETRIES) === 0) {
            return $shown;
        }
        $fallen = self::attempt($phone, $other);
        if ($fallen[0] !== PhoneMode::SYSTEM) {
            return $shown;
        }
        $phone->activeSlot = $other;
        $phone->runningSlot = $other;
        $phone->merging = null;
        self::startedWell($phone, $other);

        return [PhoneMode::SYSTEM, 'The logo comes and goes; then the system of the other slot starts.'];
    }

    private static function startedWell(SimulatedPhone $phone, string $slot): void
    {
        $phone->retries[$slot] = SimulatedPhone::MOST_RETRIES;
        $phone->successful = array_values(array_unique([...$phone->successful, $slot]));
        $phone->merging = null;
        if ($phone->recoveryPending) {
            // The system finds a recovery that it does not know, and puts its own back.
            $phone->remove($phone->recoveryHome(), $slot);
            $phone->recoveryPending = false;
        }
    }

    /**
     * @return Shown
     */
    private static function attempt(SimulatedPhone $phone, string $slot): array
    {
        $fault = $phone->firmwareFault($slot);
        if ($fault !== null) {
            return $fault;
        }
        $build = $phone->written('system', $slot);
        if ($build === null || !$build['whole']) {
            return $phone->recovery($slot) === null
                ? ['bootloader', 'The bootloader says that the slot is not bootable.']
                : [PhoneMode::RECOVERY, 'The recovery appears and says that there is no system.'];
        }
        if ($phone->refusesToLoad($slot)) {
            return self::UNCHECKED;
        }
        if ($phone->systemIsUnchecked($slot)) {
            return [PhoneMode::BOOT_LOOP, 'The system finds itself changed, and starts again.'];
        }
        $os = $phone->system($slot);
        $started = $phone->loadsUnchecked($slot)
            ? 'A warning says that its images were not checked; the system starts.'
            : 'The system starts.';

        return self::images($phone, $slot, $os, $build['of']) ??
            (self::additions($phone, $slot, $os) ?? (self::data($phone, $os) ?? [PhoneMode::SYSTEM, $started]));
    }

    /**
     * @param  array<string, string>  $os
     * @return ?Shown null where the images go together
     */
    private static function images(SimulatedPhone $phone, string $slot, array $os, string $build): ?array
    {
        $generic = ($os['codename'] ?? '') === 'any';
        // A generic system stands on what belongs to the model, which then has to be of one piece.
        $base = $generic ? $phone->written('boot', $slot)['of'] ?? '' : $build;
        foreach ($generic ? array_diff($phone->startsFrom(), ['system']) : $phone->startsFrom() as $partition) {
            $image = $phone->written($partition, $slot);
            if ($image === null || !$image['whole'] || !self::belongs($phone, $partition, $image, $base, $slot)) {
                return self::LOOP;
            }
            if (!$phone->isMeantBy($image['label'])) {
                return [PhoneMode::DEAD, 'The screen stays black.'];
            }
        }
        if (!$generic && !$phone->isBuiltLike($os['codename'] ?? '')) {
            return [PhoneMode::DEAD, 'The screen stays black.'];
        }
        $firmware = $phone->firmwareVersion($slot) ?? '';

        return isset($os['needsFirmware']) && Release::isBelow($firmware, $os['needsFirmware']) ? self::LOOP : null;
    }

    /**
     * @param  array<string, string>  $os
     * @return ?Shown null where what was added goes with the system
     */
    private static function additions(SimulatedPhone $phone, string $slot, array $os): ?array
    {
        $kernel = $phone->added(AddOnKind::KERNEL, $slot);
        if ($kernel !== null && ($kernel['release'] ?? null) !== ($os['release'] ?? null)) {
            return self::LOOP;
        }
        $services = $phone->added(AddOnKind::SERVICES, $slot);
        $isOther =
            $services !== null &&
            (($services['release'] ?? null) !== ($os['release'] ?? null) ||
                ($services['architecture'] ?? null) !== $phone->architecture());

        return $isOther ? [PhoneMode::BOOT_LOOP, 'The system starts, stops and starts again.'] : null;
    }

    /**
     * @param  array<string, string>  $os
     * @return ?Shown null where the system can use the data
     */
    private static function data(SimulatedPhone $phone, array $os): ?array
    {
        if ($phone->dataUnreadable) {
            return [PhoneMode::STUCK, 'The logo stays.'];
        }
        if ($phone->mounts() !== [] && !in_array($phone->dataFileSystem, $phone->mounts(), true)) {
            return [PhoneMode::STUCK, 'The logo stays; the data is not mounted.'];
        }
        if (isset($os['needsFileSystem']) && $os['needsFileSystem'] !== $phone->dataFileSystem) {
            return [PhoneMode::STUCK, 'The logo stays; the data is not mounted.'];
        }
        $family = $os['family'] ?? null;
        $isForeign = !$phone->dataEmpty && $phone->dataKeys !== null && $phone->dataKeys !== $family;
        $isForeignUnder = $phone->keysUnder !== null && $phone->keysUnder !== $family;
        if ($isForeign || $isForeignUnder) {
            return self::PASSWORD;
        }
        // Keys are bound to what they were made under; an older release or patch level does not get them.
        foreach (['release', 'patchLevel'] as $age) {
            $made = $phone->setUpBy[$age] ?? null;
            $isOlder = $made !== null && isset($os[$age]) && Release::isBelow($os[$age], $made);
            if ($isOlder && $phone->dataEncryption !== 'none') {
                return self::PASSWORD;
            }
        }
        $signer = $phone->setUpBy['signer'] ?? null;
        $isOtherHand = !$phone->dataEmpty && $signer !== null && isset($os['signer']) && $os['signer'] !== $signer;

        return $isOtherHand ? [PhoneMode::BOOT_LOOP, 'The system starts, stops and starts again.'] : null;
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
     * Powers on into the bootloader, or the maker's flash mode: a slot without its firmware does not even get there.
     *
     * @return Shown
     */
    public static function bootloader(SimulatedPhone $phone, string $mode): array
    {
        $isDead = ($phone->firmwareFault($phone->activeSlot)[0] ?? '') === PhoneMode::DEAD;

        return $isDead ? [PhoneMode::DEAD, 'The screen stays black.'] : [$mode, 'A text screen appears.'];
    }

    /**
     * @return Shown
     */
    public static function recovery(SimulatedPhone $phone): array
    {
        $slot = $phone->activeSlot;
        $recovery = $phone->recovery($slot);
        $fault = $phone->firmwareFault($slot);
        if ($fault !== null) {
            return $fault;
        }
        if ($recovery === null) {
            return [PhoneMode::BOOTLOADER, 'The bootloader comes back: there is no recovery in this slot.'];
        }
        if ($phone->refusesToLoad($slot)) {
            return self::UNCHECKED;
        }
        // The recovery's kernel and device tree are the slot's own; a foreign pair does not bring the screen up.
        if (in_array('dtbo', $phone->startsFrom(), true) && !$phone->recoveryBringsKernel()) {
            $kernel = $phone->written('boot', $slot);
            $tree = $phone->written('dtbo', $slot);
            if ($kernel === null || $tree === null || !$kernel['whole'] || $kernel['of'] !== $tree['of']) {
                return self::LOOP;
            }
        }

        $phone->recoveryPending = false;

        return [PhoneMode::RECOVERY, "{$recovery['family']} {$recovery['version']} appears."];
    }
}

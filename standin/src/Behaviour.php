<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What a phone does when it is asked for something, with the time that it takes.
 *
 * Every method is a generator. It yields {@see Pause}s (time that passes on the phone, with what it shows
 * meanwhile) and returns what the phone says at the end. Whoever drives it decides how long a pause really lasts.
 *
 * @phpstan-type Reply array<string, string|int|bool|list<string>|null>
 */
final class Behaviour
{
    private const FLASH_BYTES_PER_SECOND = 18 << 20;

    private const INSTALL_BYTES_PER_SECOND = 1_000_000;

    private const VERIFICATION_MAGIC = 'AVB0';

    private const BACKUP_BYTES_PER_SECOND = 14 << 20;

    public function __construct(private readonly SimulatedPhone $phone)
    {
    }

    /**
     * @param  array<string, mixed>  $request  "do" and its parameters
     * @return \Generator<int, Pause, mixed, Reply>
     *
     * @throws RefusedError
     */
    public function to(array $request): \Generator
    {
        $do = is_string($request['do'] ?? null) ? $request['do'] : '';

        if ($do === 'fault') {
            return yield from $this->expect(self::text($request, 'kind'), is_int($request['atPercent'] ?? null) ? $request['atPercent'] : 0);
        }

        return yield from Faults::strike($this->phone, $request, $this->carryOut($do, $request));
    }

    /**
     * @param  array<string, mixed>  $request
     * @return \Generator<int, Pause, mixed, Reply>
     *
     * @throws RefusedError
     */
    private function carryOut(string $do, array $request): \Generator
    {
        return match ($do) {
            'observe' => yield from $this->observe(),
            'prove-link' => yield from $this->proveLink(),
            'reboot' => yield from $this->reboot(self::text($request, 'mode')),
            'back-up' => yield from $this->backUp(),
            'sign-out' => yield from $this->settings('accounts', 110),
            'remove-lock' => yield from $this->settings('screenLock', 50),
            'set-switches' => yield from $this->setSwitches($request['switches'] ?? []),
            'unlock' => yield from $this->unlock(),
            'charge' => yield from $this->charge(is_int($request['toPercent'] ?? null) ? $request['toPercent'] : 100),
            'flash' => yield from $this->flash(self::text($request, 'partition'), self::text($request, 'slot'), self::text($request, 'file')),
            'set-active' => yield from $this->setActive(self::text($request, 'slot')),
            'format-data' => yield from $this->formatData(self::text($request, 'fileSystem')),
            'boot-once' => yield from $this->bootOnce(self::text($request, 'file')),
            'wipe' => yield from $this->wipe(self::text($request, 'what')),
            'erase' => yield from is_array($request['partitions'] ?? null) ? $this->erasePartitions($request['partitions'], self::text($request, 'slot')) : $this->erase(),
            'enter-by-keys' => yield from $this->enterByKeys(self::text($request, 'mode')),
            'delete-logical' => yield from $this->deleteLogical(self::text($request, 'partition'), self::text($request, 'slot')),
            'start-trial' => yield from $this->startTrial(self::text($request, 'file')),
            'leave-trial' => yield from $this->leaveTrial(),
            'write-empty-super' => yield from $this->writeEmptySuper(self::text($request, 'file')),
            'disable-verification' => yield from $this->disableVerification(self::text($request, 'slot'), self::text($request, 'file')),
            'restore' => yield from $this->restore($request['classes'] ?? []),
            'pc-flash' => yield from $this->pcFlash(self::text($request, 'partition'), self::text($request, 'slot'), self::text($request, 'file')),
            'copy-to' => yield from $this->copyTo(self::text($request, 'package'), self::text($request, 'place')),
            'install' => yield from $this->install(self::text($request, 'package'), self::text($request, 'place'), self::text($request, 'file')),
            'put-recovery-in-boot' => yield from $this->putRecoveryIn(is_string($request['partition'] ?? null) ? $request['partition'] : 'boot', is_string($request['slot'] ?? null) ? $request['slot'] : $this->phone->activeSlot, self::text($request, 'file')),
            'sideload' => yield from $this->sideload(self::text($request, 'file')),
            'wait-first-boot' => yield from $this->firstBoot(),
            'verify' => yield from $this->verify(),
            default => throw new RefusedError(0, "The phone does not understand \"{$do}\"."),
        };
    }

    /**
     * Lets something go wrong the next time that it can.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function expect(string $kind, int $atPercent): \Generator
    {
        if (! isset(Faults::KINDS[$kind])) {
            throw new RefusedError(0, "There is no fault \"{$kind}\".");
        }
        yield new Pause(0.1, '');
        $this->phone->faults[] = ['kind' => $kind, 'atPercent' => max(0, min(100, $atPercent))];

        return [];
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function observe(): \Generator
    {
        yield new Pause(1, '');

        return Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function proveLink(): \Generator
    {
        yield new Pause(15, 'Listing phones');
        $this->refuseUnlessListening();

        return ['serial' => $this->phone->serial(), "link.proven.{$this->phone->mode}" => true] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function reboot(string $mode): \Generator
    {
        $phone = $this->phone;
        if ($mode === 'sideload') {
            $this->refuseUnless('recovery');
            if (! in_array('sideload', $phone->runningRecovery()['abilities'] ?? [], true)) {
                throw new RefusedError(0, 'This recovery cannot sideload.');
            }
            yield new Pause(8, 'Starting sideload');
            $phone->mode = 'sideload';

            return Telling::of($phone);
        }
        if ($mode === 'recovery' && $phone->mode === 'sideload') {
            // Leaving it is a choice on the recovery's screen; nothing restarts.
            yield new Pause(4, 'Leaving sideload');
            $phone->mode = 'recovery';

            return Telling::of($phone);
        }
        if ($mode === 'userspace-bootloader' && $phone->mode === 'bootloader' && $phone->layoutIsErased()) {
            throw new RefusedError(0, 'The userspace bootloader does not start.');
        }
        yield new Pause($mode === 'bootloader' ? 18 : 40, 'Restarting');
        $phone->restart();
        [$phone->mode, $shows] = match ($mode) {
            'bootloader', 'userspace-bootloader' => [$mode, 'The bootloader appears.'],
            // The command leaves its message on a partition of the old layout.
            'recovery' => $phone->layoutIsErased() ? ['bootloader', 'The bootloader comes back.'] : PowerOn::recovery($phone),
            default => PowerOn::system($phone),
        };

        return ['says' => $shows] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function enterByKeys(string $mode): \Generator
    {
        $phone = $this->phone;
        yield new Pause(35, 'Holding the keys');
        $phone->restart();
        [$phone->mode, $shows] = match ($mode) {
            'recovery' => PowerOn::recovery($phone),
            'bootloader', 'download' => [$mode, 'A text screen appears.'],
            default => throw new RefusedError(0, "No keys lead to {$mode}."),
        };

        return ['says' => $shows] + Telling::of($phone);
    }

    /**
     * @param  array<array-key, mixed>  $partitions
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function erasePartitions(array $partitions, string $slot): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('bootloader');
        if (! $phone->unlocked) {
            throw new RefusedError(0, 'Erase not allowed in locked state.');
        }
        foreach (array_filter($partitions, is_string(...)) as $partition) {
            yield new Pause(4, "Erasing {$partition}");
            $phone->remove($partition, $slot);
            if (isset($phone->layout[$slot])) {
                $phone->layout[$slot] = 'erased';
            }
        }

        return ['says' => 'Erased.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeEmptySuper(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('userspace-bootloader');
        if ((int) filesize($file) === 0 || ! isset($phone->layout[$phone->activeSlot])) {
            throw new RefusedError(0, 'The layout cannot be written on this phone.');
        }
        if ($phone->written('system', $phone->activeSlot) !== null) {
            throw new RefusedError(0, 'The old partitions are in the way.');
        }
        yield new Pause(9, 'Writing the layout');
        $phone->layout[$phone->activeSlot] = 'dynamic';

        return ['says' => 'Layout updated.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function deleteLogical(string $partition, string $slot): \Generator
    {
        $this->refuseUnless('userspace-bootloader');
        yield new Pause(4, "Deleting {$partition}");
        $this->phone->remove($partition, $slot);

        return ['says' => 'Deleted.'] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function startTrial(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('system');
        $os = ImageLabel::in((string) file_get_contents($file))['os'] ?? null;
        if (! is_array($os) || ($os['codename'] ?? '') !== 'any' || ! is_string($os['family'] ?? null)) {
            throw new RefusedError(0, 'The image is none that could be tried.');
        }
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause(30, 'Setting up the trial', $percent);
        }
        $phone->trial = $os['family'];

        return ['says' => "{$os['family']} starts beside the installed system."] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function leaveTrial(): \Generator
    {
        $this->refuseUnless('system');
        yield new Pause(70, 'Restarting');
        $this->phone->trial = null;

        return ['says' => 'The installed system is there again.'] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function disableVerification(string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('bootloader');
        if (! $phone->unlocked) {
            throw new RefusedError(0, 'Write not allowed in locked state.');
        }
        if (! str_starts_with((string) file_get_contents($file, false, null, 0, 4), self::VERIFICATION_MAGIC)) {
            throw new RefusedError(0, 'This is no verification image.');
        }
        yield new Pause(8, 'Writing the verification image');
        $phone->verification[$slot] = false;

        return ['says' => 'Verification is off.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function backUp(): \Generator
    {
        $this->refuseUnless('system');
        $seconds = 40 + intdiv($this->phone->dataBytes, self::BACKUP_BYTES_PER_SECOND);
        for ($percent = 0; $percent < 100; $percent += 10) {
            yield new Pause($seconds / 10, 'Copying to the computer', $percent);
        }

        return ['says' => 'Copied.'];
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function settings(string $which, int $seconds): \Generator
    {
        $this->refuseUnless('system');
        yield new Pause($seconds, 'In the settings');
        if ($which === 'accounts') {
            $this->phone->accounts = false;
        } else {
            $this->phone->screenLock = false;
        }

        return Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function charge(int $toPercent): \Generator
    {
        $from = $this->phone->battery;
        while ($this->phone->battery < $toPercent) {
            $step = min(60.0, ($toPercent - $this->phone->battery) / $this->phone->chargePerMinute() * 60 + 0.1);
            yield new Pause($step, 'Charging', (int) (100 * ($this->phone->battery - $from) / max(0.1, $toPercent - $from)), true);
        }

        return Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function flash(string $partition, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(...($phone->hasPcFlash() ? ['download'] : ['bootloader', 'userspace-bootloader']));
        if (! $phone->unlocked) {
            throw new RefusedError(0, 'Write not allowed in locked state.');
        }
        if (! in_array($slot, $phone->slots(), true)) {
            throw new RefusedError(0, "There is no slot {$slot}.");
        }
        $this->refuseUnlessThere($partition, $slot);
        $content = (string) file_get_contents($file);
        $label = ImageLabel::in($content);
        $verifies = $content !== '' && str_starts_with($content, self::VERIFICATION_MAGIC);
        if ($verifies) {
            $label = ['part' => $partition, 'of' => 'a verification header'];
        }
        if ($label === null || ($label['part'] ?? null) !== $partition) {
            throw new RefusedError(0, "The image is not for {$partition}.");
        }
        if ($phone->mode === 'bootloader' && in_array($partition, $phone->inSuper(), true) && $phone->layout[$slot] !== 'old') {
            // The description of the logical partitions lies where the first of the maker's own begins.
            foreach ($phone->inSuper() as $lost) {
                $phone->remove($lost, $slot);
            }
            $phone->layout[$slot] = 'old';
        }
        // The old content is gone before the new one is whole.
        $phone->write($partition, $slot, $label, false);
        yield new Pause(4 + strlen($content) / self::FLASH_BYTES_PER_SECOND, "Sending {$partition}", 40);
        yield new Pause(4, "Writing {$partition}", 90);
        $phone->write($partition, $slot, $label);
        if ($verifies) {
            $phone->verification[$slot] = true;
        }

        return ['says' => "{$partition} written to slot {$slot}."] + Telling::of($phone);
    }

    /** The bootloader knows the partitions of the table, the userspace bootloader those inside super too. */
    private function refuseUnlessThere(string $partition, string $slot): void
    {
        $phone = $this->phone;
        if (! in_array($partition, $phone->inSuper(), true)) {
            return;
        }
        if ($phone->mode === 'bootloader' && ! isset($phone->layout[$slot])) {
            throw new RefusedError(0, "There is no partition {$partition} in the table.");
        }
        if ($phone->mode === 'userspace-bootloader' && ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic') {
            throw new RefusedError(0, "There is no logical partition {$partition} in slot {$slot}.");
        }
    }

    /**
     * The maker's flash mode: as flashing, but a new system empties the data, and a new recovery has to run before the system does.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function pcFlash(string $partition, string $slot, string $file): \Generator
    {
        $reply = yield from $this->flash($partition, $slot, $file);
        if ($partition === 'system') {
            $this->phone->dataFileSystem = 'ext4';
            $this->eraseData();
        }
        if ($partition === $this->phone->recoveryHome()) {
            $this->phone->recoveryPending = true;
        }

        return ['says' => $reply['says'] ?? ''] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function copyTo(string $name, string $place): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('recovery');
        if ($place === 'internal') {
            if ($phone->dataUnreadable) {
                throw new RefusedError(0, 'The storage cannot be opened.');
            }
            if ($phone->storageStale) {
                throw new RefusedError(0, 'The storage shows zero bytes.');
            }
            if (! $phone->dataEmpty && $phone->dataEncryption !== 'none' && ! in_array('decrypt', $phone->runningRecovery()['abilities'] ?? [], true)) {
                throw new RefusedError(0, 'The storage shows names that mean nothing.');
            }
        }
        for ($percent = 0; $percent < 100; $percent += 25) {
            yield new Pause(6, "Copying {$name}", $percent);
        }
        $phone->files[$place] = array_values(array_unique([...($phone->files[$place] ?? []), $name]));

        return ['says' => 'Copied.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function install(string $name, string $place, string $file): \Generator
    {
        $this->refuseUnless('recovery');
        if (! in_array($name, $this->phone->files[$place] ?? [], true)) {
            throw new RefusedError(0, "There is no {$name} there.");
        }

        return yield from $this->putIn($file);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function setActive(string $slot): \Generator
    {
        $this->refuseUnless('bootloader', 'userspace-bootloader');
        if (! in_array($slot, $this->phone->slots(), true)) {
            throw new RefusedError(0, "There is no slot {$slot}.");
        }
        yield new Pause(3, 'Setting the slot');
        $this->phone->activeSlot = $slot;

        return Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function formatData(string $fileSystem): \Generator
    {
        $this->refuseUnless('recovery');
        yield new Pause(12, 'Asking for the word');
        $this->phone->dataFileSystem = $fileSystem;
        $this->eraseData();
        $this->phone->storageStale = true;
        yield new Pause(22, 'Formatting');

        return ['says' => 'Data formatted.'] + Telling::of($this->phone);
    }

    private function eraseData(): void
    {
        $phone = $this->phone;
        $phone->dataEmpty = true;
        $phone->dataKeys = null;
        $phone->dataEncryption = 'none';
        $phone->dataBytes = 0;
        $phone->files['internal'] = [];
        $phone->dataUnreadable = false;
        $phone->holds = [];
        $phone->screenLock = false;
        if ($phone->accounts) {
            // The maker's theft lock outlives the erase: only the owner opens it.
            $phone->dataKeys = 'an account that is still signed in';
            $phone->dataEmpty = false;
        }
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function setSwitches(mixed $switches): \Generator
    {
        $this->refuseUnless('system');
        yield new Pause(80, 'In the developer options');
        $this->phone->debugging = true;
        $this->phone->authorised = true;
        if (is_array($switches) && in_array('unlock', $switches, true)) {
            $this->phone->unlockAllowed = true;
        }

        return ['debugging.authorised' => true] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function unlock(): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('bootloader');
        if ($phone->unlocked) {
            throw new RefusedError(0, 'Already unlocked.');
        }
        if (! $phone->unlockAllowed) {
            throw new RefusedError(0, 'Unlocking is not allowed.');
        }
        if ($phone->unlockWaitSeconds > 0) {
            throw new RefusedError(0, 'The wait is not over: '.(int) ceil($phone->unlockWaitSeconds / 3600).' hours are left.');
        }
        yield new Pause(20, 'Asking on the phone');
        $this->eraseData();
        yield new Pause(30, 'Erasing');
        $phone->unlocked = true;

        return ['says' => 'Unlocked.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function sideload(string $file): \Generator
    {
        $this->refuseUnless('sideload');

        return yield from $this->putIn($file);
    }

    /**
     * What the recovery does with a package, however it got it.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function putIn(string $file): \Generator
    {
        $phone = $this->phone;
        if (! UpdatePackage::isOne($file)) {
            return yield from $this->writeSystem($file);
        }
        yield new Pause(20, 'Verifying the package', 3);
        try {
            $package = UpdatePackage::open($file);
            $this->refuseForeign($package);
        } catch (RefusedError $refused) {
            $phone->mode = 'recovery';
            throw $refused;
        }
        $addon = $package->images['bundle']['label'] ?? $package->images['content']['label'] ?? null;
        $vendorOnly = array_keys($package->images) === ['vendor'];
        $slot = $addon === null && ! $vendorOnly ? $phone->otherSlot($phone->runningSlot) : $phone->runningSlot;
        if ($addon === null && ! $vendorOnly && $phone->residue) {
            $phone->mode = 'recovery';
            throw new RefusedError(RefusedError::FOREIGN, 'Something of another layout is in the way.');
        }
        if ($addon === null && ! $vendorOnly && ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic') {
            $phone->mode = 'recovery';
            throw new RefusedError(RefusedError::FOREIGN, 'The partitions of the new layout are missing.');
        }
        if ($addon === null) {
            foreach ($package->images as $partition => $image) {
                $phone->write($partition, $slot, $image['label'], false);
            }
            if (! $vendorOnly) {
                unset($phone->addons[$slot]);
            }
        }
        for ($percent = 5; $percent < 47; $percent += 6) {
            yield new Pause(4, 'step 1 of 2', $percent);
        }
        $seconds = $package->writtenBytes / self::INSTALL_BYTES_PER_SECOND;
        for ($part = 0; $part < 12; $part++) {
            yield new Pause($seconds / 12, 'step 2 of 2', 47);
        }
        if ($addon === null) {
            foreach ($package->images as $partition => $image) {
                $phone->write($partition, $slot, $image['label']);
            }
            $phone->activeSlot = $vendorOnly ? $phone->activeSlot : $slot;
        } elseif (($addon['addon'] ?? '') === 'slot-copy') {
            $phone->firmware[$phone->otherSlot($slot)] = $phone->firmware[$slot];
        } elseif (in_array($addon['addon'] ?? '', ['layout', 'cleaner'], true)) {
            $phone->residue = $addon['addon'] === 'layout';
            $phone->dataUnreadable = $phone->dataUnreadable || $addon['addon'] === 'layout';
            $phone->storageStale = false;
        } elseif ($phone->written('system', $slot) === null) {
            $phone->mode = 'recovery';
            throw new RefusedError(RefusedError::BROKEN, 'There is no system to add this to.');
        } else {
            $phone->addons[$slot][] = $addon;
            if (($addon['addon'] ?? '') === 'remover') {
                $phone->second = null;
            }
        }
        $phone->mode = 'recovery';
        yield new Pause(5, 'Finishing', 100);

        return ['says' => 'Install ended with status 0.'] + Telling::of($phone);
    }

    /**
     * A bare image, written to the system partition as it is.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeSystem(string $file): \Generator
    {
        $label = ImageLabel::in((string) file_get_contents($file));
        if (($label['part'] ?? null) !== 'system') {
            throw new RefusedError(RefusedError::BROKEN, 'The image is none for the system.');
        }
        $this->phone->write('system', $this->phone->activeSlot, $label, false);
        yield new Pause(60, 'Writing the image', 50);
        $this->phone->write('system', $this->phone->activeSlot, $label);

        return ['says' => 'Image written.'] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function bootOnce(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('bootloader');
        if (! $phone->unlocked) {
            throw new RefusedError(0, 'Not allowed in locked state.');
        }
        $recovery = ImageLabel::in((string) file_get_contents($file))['recovery'] ?? null;
        if (! is_array($recovery) || $phone->recoveryHome() === 'vendor_boot') {
            throw new RefusedError(0, 'The image cannot be started.');
        }
        yield new Pause(35, 'Starting once');
        /** @var array{family: string, version: string, abilities: list<string>} $recovery */
        $phone->temporary = $recovery;
        $phone->runningSlot = $phone->activeSlot;
        $phone->mode = 'recovery';

        return ['says' => "{$recovery['family']} appears."] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function wipe(string $what): \Generator
    {
        $this->refuseUnless('recovery');
        yield new Pause(15, "Wiping {$what}");
        $phone = $this->phone;
        if ($what === 'data') {
            $photos = in_array('photos', $phone->holds, true);
            $encryption = $phone->dataEncryption;
            $fileSystem = $phone->dataFileSystem;
            $files = $phone->files;
            $this->eraseData();
            $phone->files = $files;
            $phone->dataFileSystem = $fileSystem;
            $phone->dataEncryption = $encryption;
            $phone->holds = $photos ? ['photos'] : [];
        }

        return ['says' => "Wiped {$what}."] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function erase(): \Generator
    {
        $this->refuseUnless('bootloader', 'userspace-bootloader');
        if (! $this->phone->unlocked) {
            throw new RefusedError(0, 'Erase not allowed in locked state.');
        }
        $this->eraseData();
        yield new Pause(20, 'Erasing data');

        return ['says' => 'Erased.'] + Telling::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function restore(mixed $classes): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless('recovery');
        if (! in_array('backup', $phone->runningRecovery()['abilities'] ?? [], true)) {
            throw new RefusedError(0, 'This recovery cannot restore backups.');
        }
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause(20, 'Restoring', $percent);
        }
        foreach (is_array($classes) ? $classes : [] as $class) {
            if (is_string($class) && ! in_array($class, $phone->holds, true)) {
                $phone->holds[] = $class;
            }
        }
        $phone->dataEmpty = false;

        return ['says' => 'Restored.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function putRecoveryIn(string $partition, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $recovery = ImageLabel::in((string) file_get_contents($file))['recovery'] ?? null;
        if (! is_array($recovery) || $partition !== $phone->recoveryHome()) {
            throw new RefusedError(0, 'There is no recovery to put there.');
        }
        /** @var array{family: string, version: string} $recovery */
        if ($partition === 'vendor_boot') {
            $this->refuseUnless('bootloader');
            if (! $phone->unlocked) {
                throw new RefusedError(0, 'Write not allowed in locked state.');
            }
        } else {
            $this->refuseUnless('recovery');
            $slot = $phone->activeSlot;
        }
        $there = $phone->written($partition, $slot);
        if ($there === null && $partition !== 'recovery') {
            throw new RefusedError(0, 'There is no image to put the recovery into.');
        }
        yield new Pause(30, "Working on {$partition}");
        $phone->write($partition, $slot, ['recovery' => $recovery] + ($there['label'] ?? ['part' => $partition, 'of' => "{$recovery['family']} {$recovery['version']}"]));

        return ['says' => "The recovery was put into {$partition}."] + Telling::of($phone);
    }

    private function refuseForeign(UpdatePackage $package): void
    {
        foreach ($package->codenames as $codename) {
            if ($this->phone->isBuiltLike($codename)) {
                return;
            }
        }
        if ($package->codenames !== []) {
            throw new RefusedError(RefusedError::FOREIGN, 'This package is for '.implode(', ', $package->codenames).'; this phone is another one.');
        }
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function firstBoot(): \Generator
    {
        $phone = $this->phone;
        if ($phone->mode !== 'system') {
            throw new RefusedError(0, "The phone does not start its system; it shows: {$phone->mode}.");
        }
        for ($part = 1; $part <= 10; $part++) {
            yield new Pause(27, 'Starting for the first time', $part * 9);
        }
        if (! $phone->dataEmpty) {
            return ['says' => 'The system is there again, with its data.'] + Telling::of($phone);
        }
        $os = $phone->system($phone->activeSlot);
        $phone->dataKeys = $os['family'] ?? null;
        $phone->dataEmpty = false;
        $phone->dataEncryption = $phone->added('encryption disabler', $phone->activeSlot) === null ? $phone->encryptsAs() : 'none';
        $phone->debugging = false;
        $phone->authorised = false;

        return ['says' => 'The first screen of the set-up.'] + Telling::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function verify(): \Generator
    {
        $this->refuseUnless('system');
        yield new Pause(160, 'In the set-up');
        $this->phone->debugging = true;
        $this->phone->authorised = true;

        return Telling::of($this->phone) + ['debugging.authorised' => true];
    }

    private function refuseUnless(string ...$modes): void
    {
        if (! in_array($this->phone->mode, $modes, true)) {
            throw new RefusedError(0, "The phone is in {$this->phone->mode}.");
        }
    }

    private function refuseUnlessListening(): void
    {
        $phone = $this->phone;
        if (in_array($phone->mode, ['off', 'dead', 'boot-loop', 'stuck'], true) || ($phone->mode === 'system' && ! $phone->debugging)) {
            throw new RefusedError(0, 'No phone is listed.');
        }
        if ($phone->mode === 'system' && ! $phone->authorised) {
            throw new RefusedError(0, 'The phone is listed as unauthorised.');
        }
    }

    /**
     * @param  array<string, mixed>  $request
     */
    private static function text(array $request, string $name): string
    {
        return is_string($request[$name] ?? null) ? $request[$name] : throw new RefusedError(0, "The request lacks \"{$name}\".");
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the bootloader, the userspace bootloader and the maker's flash mode do: images, layout, verification, lock.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class BootloaderWork extends PhoneWork
{
    private const FLASH_BYTES_PER_SECOND = 18 << 20;

    private const VERIFICATION_MAGIC = 'AVB0';

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function flash(string $partition, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(...$phone->hasPcFlash() ? ['download'] : [PhoneMode::BOOTLOADER, 'userspace-bootloader']);
        if (!$phone->unlocked) {
            throw new RefusedError(0, 'Write not allowed in locked state.');
        }
        if (!in_array($slot, $phone->slots(), true)) {
            throw new RefusedError(0, "There is no slot {$slot}.");
        }
        $this->refuseUnlessThere($partition, $slot);
        $content = (string) file_get_contents($file);
        $label = $phone->labels->of($content, $partition);
        $verifies = $content !== '' && str_starts_with($content, self::VERIFICATION_MAGIC);
        if ($verifies) {
            $label = ['part' => $partition, 'of' => 'a verification header'];
        }
        if ($label === null || ($label['part'] ?? null) !== $partition) {
            throw new RefusedError(0, "The image is not for {$partition}.");
        }
        if (
            $phone->mode === PhoneMode::BOOTLOADER &&
            in_array($partition, $phone->inSuper(), true) &&
            $phone->layout[$slot] !== 'old'
        ) {
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
        if ($partition === 'boot') {
            // What was patched into the old image went with it.
            $phone->dropAddOns($slot, AddOnKind::ROOT, AddOnKind::KERNEL);
        }
        if ($verifies) {
            $phone->verification[$slot] = true;
        }

        return ['says' => "{$partition} written to slot {$slot}."] + ReportedFacts::of($phone);
    }

    /** The bootloader knows the partitions of the table, the userspace bootloader those inside super too. */
    private function refuseUnlessThere(string $partition, string $slot): void
    {
        $phone = $this->phone;
        if (!in_array($partition, $phone->inSuper(), true)) {
            return;
        }
        if ($phone->mode === PhoneMode::BOOTLOADER && !isset($phone->layout[$slot])) {
            throw new RefusedError(0, "There is no partition {$partition} in the table.");
        }
        if ($phone->mode === PhoneMode::USERSPACE_BOOTLOADER && ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic') {
            throw new RefusedError(0, "There is no logical partition {$partition} in slot {$slot}.");
        }
    }

    /**
     * The maker's flash mode: as flashing, but a new system empties the data, and a new recovery has to run before
     * the system does.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function pcFlash(string $partition, string $slot, string $file): \Generator
    {
        $reply = yield from $this->flash($partition, $slot, $file);
        if ($partition === 'system') {
            $this->phone->dataFileSystem = 'ext4';
            $this->eraseData();
        }
        if ($partition === $this->phone->recoveryHome()) {
            $this->phone->recoveryPending = true;
        }

        return ['says' => $reply['says'] ?? ''] + ReportedFacts::of($this->phone);
    }

    /**
     * @param  array<array-key, mixed>  $partitions
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function erasePartitions(array $partitions, string $slot): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        if (!$phone->unlocked) {
            throw new RefusedError(0, 'Erase not allowed in locked state.');
        }
        foreach (array_filter($partitions, is_string(...)) as $partition) {
            yield new Pause(4, "Erasing {$partition}");
            $phone->remove($partition, $slot);
            if (isset($phone->layout[$slot])) {
                $phone->layout[$slot] = 'erased';
            }
        }

        return ['says' => 'Erased.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function erase(): \Generator
    {
        $this->refuseUnless(PhoneMode::BOOTLOADER, PhoneMode::USERSPACE_BOOTLOADER);
        if (!$this->phone->unlocked) {
            throw new RefusedError(0, 'Erase not allowed in locked state.');
        }
        $this->eraseData();
        yield new Pause(20, 'Erasing data');

        return ['says' => 'Erased.'] + ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function writeEmptySuper(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::USERSPACE_BOOTLOADER);
        $isDynamic = $phone->inSuper() !== [] || isset($phone->layout[$phone->activeSlot]);
        if ((int) filesize($file) === 0 || !$isDynamic) {
            throw new RefusedError(0, 'The layout cannot be written on this phone.');
        }
        if (!isset($phone->layout[$phone->activeSlot])) {
            // Made with such a layout: one room for all slots, and what lay in it is gone.
            yield new Pause(9, 'Writing the layout');
            foreach ($phone->slots() as $slot) {
                foreach ($phone->inSuper() as $partition) {
                    $phone->remove($partition, $slot);
                }
            }

            return ['says' => 'Layout updated.'] + ReportedFacts::of($phone);
        }
        if ($phone->written('system', $phone->activeSlot) !== null) {
            throw new RefusedError(0, 'The old partitions are in the way.');
        }
        yield new Pause(9, 'Writing the layout');
        $phone->layout[$phone->activeSlot] = 'dynamic';

        return ['says' => 'Layout updated.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function deleteLogical(string $partition, string $slot): \Generator
    {
        $this->refuseUnless(PhoneMode::USERSPACE_BOOTLOADER);
        yield new Pause(4, "Deleting {$partition}");
        $this->phone->remove($partition, $slot);

        return ['says' => 'Deleted.'] + ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function disableVerification(string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        if (!$phone->unlocked) {
            throw new RefusedError(0, 'Write not allowed in locked state.');
        }
        if (!str_starts_with((string) file_get_contents($file, false, null, 0, 4), self::VERIFICATION_MAGIC)) {
            throw new RefusedError(0, 'This is no verification image.');
        }
        yield new Pause(8, 'Writing the verification image');
        $phone->verification[$slot] = false;

        return ['says' => 'Verification is off.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function unlock(): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        if ($phone->unlocked) {
            throw new RefusedError(0, 'Already unlocked.');
        }
        if (!$phone->unlockAllowed) {
            throw new RefusedError(0, 'Unlocking is not allowed.');
        }
        if ($phone->unlockWaitSeconds > 0) {
            throw new RefusedError(
                0,
                'The wait is not over: ' . (int) ceil($phone->unlockWaitSeconds / 3600) . ' hours are left.',
            );
        }
        yield new Pause(20, 'Asking on the phone');
        $this->eraseData();
        yield new Pause(30, 'Erasing');
        $phone->unlocked = true;

        return ['says' => 'Unlocked.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function bootOnce(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        if (!$phone->unlocked) {
            throw new RefusedError(0, 'Not allowed in locked state.');
        }
        $recovery = $phone->labels->of((string) file_get_contents($file), $phone->recoveryHome())['recovery'] ?? null;
        if (!is_array($recovery) || $phone->recoveryHome() === 'vendor_boot') {
            throw new RefusedError(0, 'The image cannot be started.');
        }
        yield new Pause(35, 'Starting once');
        /** @var array{family: string, version: string, abilities: list<string>} $recovery */
        $phone->temporary = $recovery;
        $phone->runningSlot = $phone->activeSlot;
        $phone->mode = PhoneMode::RECOVERY;

        return ['says' => "{$recovery['family']} appears."] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function putRecoveryIn(string $partition, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $recovery = $phone->labels->of((string) file_get_contents($file), $phone->recoveryHome())['recovery'] ?? null;
        if (!is_array($recovery) || $partition !== $phone->recoveryHome()) {
            throw new RefusedError(0, 'There is no recovery to put there.');
        }
        /** @var array{family: string, version: string} $recovery */
        if ($partition === 'vendor_boot') {
            $this->refuseUnless(PhoneMode::BOOTLOADER);
            if (!$phone->unlocked) {
                throw new RefusedError(0, 'Write not allowed in locked state.');
            }
        } else {
            $this->refuseUnless(PhoneMode::RECOVERY);
            $slot = $phone->activeSlot;
        }
        $there = $phone->written($partition, $slot);
        if ($there === null && $partition !== 'recovery') {
            throw new RefusedError(0, 'There is no image to put the recovery into.');
        }
        yield new Pause(30, "Working on {$partition}");
        $phone->write(
            $partition,
            $slot,
            ['recovery' => $recovery] +
                ($there['label'] ?? ['part' => $partition, 'of' => "{$recovery['family']} {$recovery['version']}"]),
        );

        return ['says' => "The recovery was put into {$partition}."] + ReportedFacts::of($phone);
    }
}

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

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function flash(string $partition, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(...self::modesFor($phone, $partition));
        $this->refuseLocked();
        $this->refuseUnlessThere($partition, $slot);
        $image = ImageFile::at($file);
        $label = $phone->labels->of($image->head, $partition);
        $header = VerificationHeader::in($image->head);
        if ($label === null || ($label['part'] ?? null) !== $partition) {
            throw RefusedError::saying($phone, 'not for', $partition);
        }
        $bytes = $phone->labels->bytes($label) ?? $image->bytes;
        $this->refuseTooLarge($partition, $slot, $bytes);
        $this->refuseLowBattery($partition);
        $this->overwriteLayout($partition, $slot);
        // The old content is gone before the new one is whole.
        $phone->write($partition, $slot, $label, false, $bytes);
        yield new Pause(4 + $image->bytes / self::FLASH_BYTES_PER_SECOND, "Sending {$partition}", 40);
        yield new Pause(4, "Writing {$partition}", 90);
        // A recovery that only another one can put in does not start where it was written as it is.
        $recovery = $label['recovery'] ?? null;
        $isWhole = !is_array($recovery) || ($recovery['after'] ?? []) === [];
        $phone->write($partition, $slot, $label, $isWhole, $bytes, $phone->digestsOf($image, $partition));
        if ($partition === 'boot') {
            // What was patched into the old image went with it.
            $phone->dropAddOns($slot, AddOnKind::ROOT, AddOnKind::KERNEL);
        }
        if ($header !== null) {
            $phone->writeCheck($partition, $slot, $header);
        }
        // A maker's system compares the recovery with its own at each start, until one that has run prevents it.
        if ($partition === 'recovery' && isset($phone->system($slot)['putsBack'])) {
            $phone->recoveryPending = true;
        }

        return ['says' => "{$partition} written to slot {$slot}."] + ReportedFacts::of($phone);
    }

    /**
     * A maker's flash mode takes the place of the bootloader; what lies inside super is written from userspace on
     * every phone.
     *
     * @return list<string>
     */
    private static function modesFor(SimulatedPhone $phone, string $partition): array
    {
        return match (true) {
            !$phone->hasPcFlash() => [PhoneMode::BOOTLOADER, PhoneMode::USERSPACE_BOOTLOADER],
            $phone->isInSuper($partition) => [PhoneMode::DOWNLOAD, PhoneMode::USERSPACE_BOOTLOADER],
            default => [PhoneMode::DOWNLOAD],
        };
    }

    /** The description of the logical partitions lies where the first of the maker's own begins. */
    private function overwriteLayout(string $partition, string $slot): void
    {
        $phone = $this->phone;
        if (
            $phone->mode === PhoneMode::BOOTLOADER &&
            in_array($partition, $phone->inSuper(), true) &&
            $phone->layout[$slot] !== 'old'
        ) {
            foreach ($phone->inSuper() as $lost) {
                $phone->remove($lost, $slot);
            }
            $phone->layout[$slot] = 'old';
        }
    }

    /** The bootloader knows the partitions of the table, the userspace bootloader those inside super too. */
    private function refuseUnlessThere(string $partition, string $slot): void
    {
        $phone = $this->phone;
        if (!in_array($slot, $phone->slots(), true)) {
            throw RefusedError::saying($phone, 'no slot', $slot);
        }
        $isUnknown = !$phone->hasPartition($partition);
        $isHidden =
            $phone->mode === PhoneMode::BOOTLOADER &&
            in_array($partition, $phone->inSuper(), true) &&
            !isset($phone->layout[$slot]);
        if ($isUnknown || $isHidden) {
            throw RefusedError::saying($phone, 'no partition', $partition);
        }
        if (
            in_array($partition, $phone->inSuper(), true) &&
            $phone->mode === PhoneMode::USERSPACE_BOOTLOADER &&
            ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic'
        ) {
            throw RefusedError::saying($phone, 'no logical', $partition);
        }
    }

    private function refuseTooLarge(string $partition, string $slot, int $bytes): void
    {
        $phone = $this->phone;
        $capacity = $phone->capacity($partition);
        if ($capacity !== null && $bytes > $capacity) {
            throw RefusedError::saying($phone, 'too large', (string) $bytes, $partition, (string) $capacity);
        }
        $missing = $phone->isInSuper($partition) ? $phone->missingInSuper($slot, [$partition => $bytes]) : 0;
        if ($missing > 0 && $phone->mode === PhoneMode::USERSPACE_BOOTLOADER) {
            throw RefusedError::saying($phone, 'no room', $partition, (string) $missing);
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
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function erase(): \Generator
    {
        $this->refuseUnless(PhoneMode::BOOTLOADER, PhoneMode::USERSPACE_BOOTLOADER);
        $this->refuseLocked();
        $this->eraseData();
        yield new Pause(20, 'Erasing data');

        return ['says' => 'Erased.'] + ReportedFacts::of($this->phone);
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
        // It restarts by itself and comes back to its bootloader with nothing on it.
        $phone->restart();

        return ['says' => 'Unlocked.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function bootOnce(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        $this->refuseLocked();
        $recovery = $phone->labels->of(ImageFile::at($file)->head, $phone->recoveryHome())['recovery'] ?? null;
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
        $recovery = $phone->labels->of(ImageFile::at($file)->head, $phone->recoveryHome())['recovery'] ?? null;
        if (!is_array($recovery) || $partition !== $phone->recoveryHome()) {
            throw new RefusedError(0, 'There is no recovery to put there.');
        }
        /** @var array{family: string, version: string} $recovery */
        if ($partition === 'vendor_boot') {
            $this->refuseUnless(PhoneMode::BOOTLOADER);
            $this->refuseLocked();
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
        $phone->patch($partition, $slot);

        return ['says' => "The recovery was put into {$partition}."] + ReportedFacts::of($phone);
    }
}

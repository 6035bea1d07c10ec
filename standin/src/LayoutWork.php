<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the bootloaders do with partitions as such: erasing and deleting them, the layout of super, the checks.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class LayoutWork extends PhoneWork
{
    /**
     * @param  array<array-key, mixed>  $partitions
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function erasePartitions(array $partitions, string $slot): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        $this->refuseLocked();
        foreach (array_filter($partitions, is_string(...)) as $partition) {
            if (!$phone->hasPartition($partition)) {
                throw RefusedError::saying($phone, 'no partition', $partition);
            }
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
    public function writeEmptySuper(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::USERSPACE_BOOTLOADER);
        $this->refuseLocked();
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
        $this->refuseLocked();
        yield new Pause(4, "Deleting {$partition}");
        $this->phone->remove($partition, $slot);
        // What came with the system is mounted before it starts.
        $this->phone->spoil('system', $slot);

        return ['says' => 'Deleted.'] + ReportedFacts::of($this->phone);
    }

    /**
     * Writes verification images whose checks are switched off on the way.
     *
     * @param  array<array-key, mixed>  $partitions
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function disableVerification(array $partitions, string $slot, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::BOOTLOADER);
        $this->refuseLocked();
        if (VerificationHeader::in(ImageFile::at($file)->head) === null) {
            throw new RefusedError(0, 'This is no verification image.');
        }
        foreach (array_filter($partitions, is_string(...)) as $partition) {
            if (!in_array($partition, $phone->verificationIn(), true)) {
                throw RefusedError::saying($phone, 'no partition', $partition);
            }
            yield new Pause(8, "Writing {$partition}");
            $phone->switchCheckOff($partition, $slot);
        }

        return ['says' => 'Done.'] + ReportedFacts::of($phone);
    }
}

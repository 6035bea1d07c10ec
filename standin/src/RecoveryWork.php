<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the recovery does: packages, files, formats and wipes.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class RecoveryWork extends PhoneWork
{
    private const INSTALL_BYTES_PER_SECOND = 1_000_000;

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function formatData(string $fileSystem): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        yield new Pause(12, 'Asking for the word');
        $this->phone->dataFileSystem = $fileSystem;
        $this->eraseData();
        $this->phone->storageStale = true;
        yield new Pause(22, 'Formatting');

        return ['says' => 'Data formatted.'] + ReportedFacts::of($this->phone);
    }

    /**
     * What the recovery that came with the maker's system offers in its menu.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function resetData(): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        yield new Pause(40, 'Wiping data');
        $this->eraseData();

        return ['says' => 'Data wipe complete.'] + ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function wipe(string $what): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        yield new Pause(15, "Wiping {$what}");
        $phone = $this->phone;
        if (in_array($what, ['vendor', 'system'], true)) {
            $phone->remove($what, $phone->runningSlot);
        }
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

        return ['says' => "Wiped {$what}."] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function copyTo(string $name, string $place): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::RECOVERY);
        if ($place === 'internal') {
            if ($phone->dataUnreadable) {
                throw new RefusedError(0, 'The storage cannot be opened.');
            }
            if ($phone->storageStale) {
                throw new RefusedError(0, 'The storage shows zero bytes.');
            }
            if (!$phone->dataEmpty && !$phone->recoveryOpensData()) {
                throw new RefusedError(0, 'The storage shows names that mean nothing.');
            }
        }
        for ($percent = 0; $percent < 100; $percent += 25) {
            yield new Pause(6, "Copying {$name}", $percent);
        }
        $phone->files[$place] = array_values(array_unique([...$phone->files[$place] ?? [], $name]));

        return ['says' => 'Copied.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function install(string $name, string $place, string $file): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        if (!in_array($name, $this->phone->files[$place] ?? [], true)) {
            throw new RefusedError(0, "There is no {$name} there.");
        }

        return yield from $this->putIn($file);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function sideload(string $file): \Generator
    {
        $this->refuseUnless(PhoneMode::SIDELOAD);

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
        if (!UpdatePackage::isOne($file)) {
            return yield from $this->writeSystem($file);
        }
        yield new Pause(20, 'Verifying the package', 3);
        try {
            $package = UpdatePackage::open($file, $phone->labels);
            $this->refuseForeign($package);
        } catch (RefusedError $refused) {
            $phone->mode = PhoneMode::RECOVERY;
            throw $refused;
        }
        if ($package->isAll('firmware')) {
            return yield from $this->writeFirmware($package);
        }
        if ($package->isAll('recovery') && array_keys($package->images) === [$phone->recoveryHome()]) {
            return yield from $this->writeRecovery($package);
        }
        $addon = $package->adds;
        $vendorOnly = array_keys($package->images) === ['vendor'];
        $slot = $addon === null && !$vendorOnly ? $phone->otherSlot($phone->runningSlot) : $phone->runningSlot;
        if ($addon === null && !$vendorOnly && $phone->residue) {
            $phone->mode = PhoneMode::RECOVERY;
            throw new RefusedError(RefusedError::FOREIGN, 'Something of another layout is in the way.');
        }
        if ($addon === null && !$vendorOnly && ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic') {
            $phone->mode = PhoneMode::RECOVERY;
            throw new RefusedError(RefusedError::FOREIGN, 'The partitions of the new layout are missing.');
        }
        if ($addon === null) {
            foreach ($package->images as $partition => $image) {
                $phone->write($partition, $slot, $image['label'], false);
            }
            if (!$vendorOnly) {
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
        } elseif (($addon['addon'] ?? '') === AddOnKind::SLOT_COPY) {
            $phone->firmware[$phone->otherSlot($slot)] = $phone->firmware[$slot];
        } elseif (in_array($addon['addon'] ?? '', [AddOnKind::LAYOUT, AddOnKind::CLEANER], true)) {
            $phone->residue = $addon['addon'] === AddOnKind::LAYOUT;
            $phone->dataUnreadable = $phone->dataUnreadable || $addon['addon'] === AddOnKind::LAYOUT;
            $phone->storageStale = false;
        } elseif ($phone->written('system', $slot) === null) {
            $phone->mode = PhoneMode::RECOVERY;
            throw new RefusedError(RefusedError::BROKEN, 'There is no system to add this to.');
        } else {
            $phone->addons[$slot][] = $addon;
            if (($addon['addon'] ?? '') === AddOnKind::REMOVER) {
                $phone->second = null;
            }
        }
        $phone->mode = PhoneMode::RECOVERY;
        yield new Pause(5, 'Finishing', 100);

        return ['says' => 'Install ended with status 0.'] + ReportedFacts::of($phone);
    }

    /**
     * A script for firmware names the partitions of every slot.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeFirmware(UpdatePackage $package): \Generator
    {
        $phone = $this->phone;
        foreach ($phone->slots() as $slot) {
            unset($phone->firmware[$slot]);
        }
        yield new Pause(90, 'Patching firmware', 40);
        foreach ($phone->slots() as $slot) {
            foreach ($package->images as $partition => $image) {
                $phone->write($partition, $slot, $image['label']);
            }
        }
        $phone->mode = PhoneMode::RECOVERY;

        return ['says' => 'Install ended with status 0.'] + ReportedFacts::of($phone);
    }

    /**
     * The recovery goes beside what else its partition holds.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeRecovery(UpdatePackage $package): \Generator
    {
        $phone = $this->phone;
        $home = $phone->recoveryHome();
        yield new Pause(40, "Working on {$home}", 60);
        $there = $phone->written($home, $phone->runningSlot);
        $label = $package->images[$home]['label'];
        $phone->write(
            $home,
            $phone->runningSlot,
            ['recovery' => $label['recovery'] ?? null] + ($there['label'] ?? $label),
        );
        $phone->mode = PhoneMode::RECOVERY;

        return ['says' => 'Install ended with status 0.'] + ReportedFacts::of($phone);
    }

    /**
     * A bare image, written to the system partition as it is.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeSystem(string $file): \Generator
    {
        $label = $this->phone->labels->of((string) file_get_contents($file), 'system');
        if (($label['part'] ?? null) !== 'system') {
            throw new RefusedError(RefusedError::BROKEN, 'The image is none for the system.');
        }
        $this->phone->write('system', $this->phone->activeSlot, $label, false);
        yield new Pause(60, 'Writing the image', 50);
        $this->phone->write('system', $this->phone->activeSlot, $label);

        return ['says' => 'Image written.'] + ReportedFacts::of($this->phone);
    }

    private function refuseForeign(UpdatePackage $package): void
    {
        foreach ($package->codenames as $codename) {
            if ($this->phone->isBuiltLike($codename)) {
                return;
            }
        }
        if ($package->codenames !== []) {
            throw new RefusedError(
                RefusedError::FOREIGN,
                'This package is for ' . implode(', ', $package->codenames) . '; this phone is another one.',
            );
        }
    }
}

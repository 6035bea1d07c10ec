<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the recovery does with packages. A package checks for itself: its metadata, its script and its payload say
 * whether it takes this phone, and what it writes in which order.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class InstallWork extends PhoneWork
{
    private const BYTES_PER_SECOND = 1_000_000;

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
        // What runs lies in memory, whatever is written over the image that it came from.
        $phone->temporary ??= $phone->runningRecovery();
        try {
            $package = UpdatePackage::open($file, $phone->labels);
            $this->refuseForeign($package);
            $package = $this->checkedByItself($package);
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
        yield from $package->adds === null ? $this->writeBuild($package) : $this->add($package, $package->adds);
        $phone->mode = PhoneMode::RECOVERY;
        yield new Pause(5, 'Finishing', 100);

        return ['says' => 'Install ended with status 0.'] + ReportedFacts::of($phone);
    }

    /**
     * The package with what its script writes. What was written before a script stops itself stays written.
     *
     * @throws RefusedError
     */
    private function checkedByItself(UpdatePackage $package): UpdatePackage
    {
        if ($package->script === null) {
            return $package;
        }
        $phone = $this->phone;
        $script = new UpdateScript($package->script, $phone);
        foreach ($script->unknown as $name) {
            $phone->labels->onTrust["script {$name}"] = "that the script's call {$name} does nothing that counts";
        }
        $written = $package->writtenBy($script, $phone->labels);
        if ($script->abort !== null) {
            $phone->writeAll($written, $phone->otherSlot($phone->runningSlot), false);
            throw RefusedError::withStatus(RefusedError::FOREIGN, $phone, 'script', $script->abort);
        }

        return $script->writes === [] ? $package : $written;
    }

    /**
     * @return \Generator<int, Pause, mixed, void>
     */
    private function writeBuild(UpdatePackage $package): \Generator
    {
        $phone = $this->phone;
        $vendorOnly = array_keys($package->images) === ['vendor'];
        $slot = $vendorOnly ? $phone->runningSlot : $phone->otherSlot($phone->runningSlot);
        try {
            $this->refuseLayout($vendorOnly, $slot);
            if ($package->script === null) {
                $this->refuseWithoutRoom($package, $slot);
            }
        } catch (RefusedError $refused) {
            $phone->mode = PhoneMode::RECOVERY;
            throw $refused;
        }
        // What waits to be merged is merged, or thrown away, before the next one is laid beside.
        $phone->merging = null;
        $phone->writeAll($package, $slot, false);
        if (!$vendorOnly) {
            unset($phone->addons[$slot]);
        }
        yield from $this->steps($package);
        $phone->writeAll($package, $slot);
        if (!$vendorOnly) {
            $phone->startNext($slot);
            $isBeside = $slot !== $phone->runningSlot && $phone->inSuper() !== [] && $phone->layout === [];
            $phone->merging = $isBeside ? $slot : null;
        }
    }

    private function refuseLayout(bool $vendorOnly, string $slot): void
    {
        $phone = $this->phone;
        if (!$vendorOnly && $phone->residue) {
            throw new RefusedError(RefusedError::FOREIGN, 'Something of another layout is in the way.');
        }
        if (!$vendorOnly && ($phone->layout[$slot] ?? 'dynamic') !== 'dynamic') {
            throw new RefusedError(RefusedError::FOREIGN, 'The partitions of the new layout are missing.');
        }
    }

    /**
     * @return \Generator<int, Pause, mixed, void>
     */
    private function steps(UpdatePackage $package): \Generator
    {
        for ($percent = 5; $percent < 47; $percent += 6) {
            yield new Pause(4, 'step 1 of 2', $percent);
        }
        $seconds = $package->writtenBytes / self::BYTES_PER_SECOND;
        for ($part = 0; $part < 12; $part++) {
            yield new Pause($seconds / 12, 'step 2 of 2', 47);
        }
    }

    /**
     * @param  array<string, mixed>  $addon
     * @return \Generator<int, Pause, mixed, void>
     */
    private function add(UpdatePackage $package, array $addon): \Generator
    {
        $phone = $this->phone;
        $slot = $phone->runningSlot;
        yield from $this->steps($package);
        $kind = $addon['addon'] ?? '';
        if ($kind === AddOnKind::SLOT_COPY) {
            $phone->copyFirmware($slot, $phone->otherSlot($slot));
        } elseif (in_array($kind, [AddOnKind::LAYOUT, AddOnKind::CLEANER], true)) {
            $phone->residue = $kind === AddOnKind::LAYOUT;
            $phone->dataUnreadable = $phone->dataUnreadable || $kind === AddOnKind::LAYOUT;
            $phone->storageStale = false;
        } elseif ($phone->written('system', $slot) === null) {
            $phone->mode = PhoneMode::RECOVERY;
            throw new RefusedError(RefusedError::BROKEN, 'There is no system to add this to.');
        } else {
            if (in_array($kind, [AddOnKind::ROOT, AddOnKind::KERNEL], true)) {
                $isApart = $kind === AddOnKind::ROOT && $phone->hasPartition('init_boot');
                yield from $this->repack($isApart ? 'init_boot' : 'boot', $slot);
            }
            $phone->addons[$slot][] = $addon;
            if ($kind === AddOnKind::REMOVER) {
                $phone->second = null;
            }
        }
    }

    /**
     * The image is unpacked, changed and written again; while that lasts it stands there in part.
     *
     * @return \Generator<int, Pause, mixed, void>
     */
    private function repack(string $partition, string $slot): \Generator
    {
        $phone = $this->phone;
        $there = $phone->written($partition, $slot);
        if ($there === null) {
            return;
        }
        if (!$there['whole']) {
            $phone->mode = PhoneMode::RECOVERY;
            throw new RefusedError(RefusedError::BROKEN, "The image in {$partition} cannot be unpacked.");
        }
        $phone->write($partition, $slot, $there['label'], false, $there['bytes'] ?? null);
        yield new Pause(5, "Writing {$partition}", 47);
        $phone->write($partition, $slot, $there['label'], true, $there['bytes'] ?? null);
        $phone->patch($partition, $slot);
    }

    /**
     * A script for firmware names the partitions of every slot.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeFirmware(UpdatePackage $package): \Generator
    {
        $phone = $this->phone;
        $slots = $package->slot === null ? $phone->slots() : [$package->slot];
        foreach (array_keys($package->images) as $partition) {
            $this->refuseLowBattery($partition);
        }
        foreach ($slots as $slot) {
            $phone->writeAll($package, $slot, false);
        }
        yield new Pause(90, 'Patching firmware', 40);
        foreach ($slots as $slot) {
            $phone->writeAll($package, $slot);
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
        $phone->patch($home, $phone->runningSlot);
        $phone->mode = PhoneMode::RECOVERY;

        return ['says' => 'Install ended with status 0.'] + ReportedFacts::of($phone);
    }

    /**
     * A bare image, written to the system partition as it is; what goes over its end is cut.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    private function writeSystem(string $file): \Generator
    {
        $phone = $this->phone;
        $image = ImageFile::at($file);
        $label = $phone->labels->of($image->head, 'system');
        if (($label['part'] ?? null) !== 'system') {
            throw new RefusedError(RefusedError::BROKEN, 'The image is none for the system.');
        }
        $bytes = $phone->labels->bytes($label) ?? $image->bytes;
        $phone->write('system', $phone->activeSlot, $label, false, $bytes);
        yield new Pause(60, 'Writing the image', 50);
        $phone->write('system', $phone->activeSlot, $label, true, $bytes);

        return ['says' => 'Image written.'] + ReportedFacts::of($phone);
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

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What a person does while the system runs: settings, copies, and a trial beside it.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class SystemWork extends PhoneWork
{
    private const BACKUP_BYTES_PER_SECOND = 14 << 20;

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function backUp(): \Generator
    {
        $this->refuseUnless(PhoneMode::SYSTEM);
        $seconds = 40 + intdiv($this->phone->dataBytes, self::BACKUP_BYTES_PER_SECOND);
        for ($percent = 0; $percent < 100; $percent += 10) {
            yield new Pause($seconds / 10, 'Copying to the computer', $percent);
        }

        return ['says' => 'Copied.'];
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function settings(string $which, int $seconds): \Generator
    {
        $this->refuseUnless(PhoneMode::SYSTEM);
        yield new Pause($seconds, 'In the settings');
        if ($which === 'accounts') {
            $this->phone->accounts = false;
        } else {
            $this->phone->screenLock = false;
        }

        return ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function setSwitches(mixed $switches): \Generator
    {
        $this->refuseUnless(PhoneMode::SYSTEM);
        yield new Pause(80, 'In the developer options');
        $this->phone->debugging = true;
        $this->phone->authorised = true;
        if (is_array($switches) && in_array('unlock', $switches, true)) {
            $this->phone->unlockAllowed = true;
        }

        return ['debugging.authorised' => true] + ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function startTrial(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::SYSTEM);
        $os = $phone->labels->of(ImageFile::at($file)->head, 'system')['os'] ?? null;
        if (!is_array($os) || ($os['codename'] ?? '') !== 'any' || !is_string($os['family'] ?? null)) {
            throw new RefusedError(0, 'The image is none that could be tried.');
        }
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause(30, 'Setting up the trial', $percent);
        }
        $phone->trial = $os['family'];

        return ['says' => "{$os['family']} starts beside the installed system."] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function leaveTrial(): \Generator
    {
        $this->refuseUnless(PhoneMode::SYSTEM);
        yield new Pause(70, 'Restarting');
        $this->phone->trial = null;

        return ['says' => 'The installed system is there again.'] + ReportedFacts::of($this->phone);
    }

    /**
     * The system's own updater writes a package into the slot that does not run.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function update(string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::SYSTEM);
        $package = UpdatePackage::open($file, $phone->labels);
        $isMine = array_filter($package->codenames, $phone->isBuiltLike(...)) !== [] || $package->codenames === [];
        if (!$isMine || $package->adds !== null || !isset($package->images['system'])) {
            throw new RefusedError(RefusedError::FOREIGN, 'The updater does not take this file.');
        }
        $own = $phone->buildTime($phone->runningSlot);
        if ($own !== null && $package->timestamp !== null && $package->timestamp < $own) {
            throw RefusedError::saying($phone, 'older');
        }
        $slot = $phone->otherSlot($phone->runningSlot);
        $this->refuseWithoutRoom($package, $slot);
        $phone->writeAll($package, $slot, false);
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause(60, 'Installing the update', $percent);
        }
        $phone->writeAll($package, $slot);
        $phone->startNext($slot);
        $phone->merging = $phone->inSuper() === [] ? null : $slot;

        return ['says' => 'The update is in. Restart to end it.'] + ReportedFacts::of($phone);
    }
}

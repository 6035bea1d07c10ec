<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * Restarts, slots and what the phone tells about itself; possible in more than one mode.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class ModeChanges extends PhoneWork
{
    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function observe(): \Generator
    {
        yield new Pause(1, '');

        return ReportedFacts::of($this->phone);
    }

    /**
     * Everything in the phone as one text in JSON, see {@see InsidePhone}; no real phone answers this.
     *
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function lookInside(): \Generator
    {
        yield new Pause(0.01, '');

        return ['inside' => json_encode(InsidePhone::of($this->phone), JSON_THROW_ON_ERROR)];
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function proveLink(): \Generator
    {
        yield new Pause(15, 'Listing phones');
        $this->refuseUnlessListening();

        return ['serial' => $this->phone->serial(), "link.proven.{$this->phone->mode}" => true] +
            ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function reboot(string $mode): \Generator
    {
        $phone = $this->phone;
        if ($mode === PhoneMode::SIDELOAD) {
            $this->refuseUnless(PhoneMode::RECOVERY);
            if (!in_array('sideload', $phone->runningRecovery()['abilities'] ?? [], true)) {
                throw new RefusedError(0, 'This recovery cannot sideload.');
            }
            yield new Pause(8, 'Starting sideload');
            $phone->mode = PhoneMode::SIDELOAD;

            return ReportedFacts::of($phone);
        }
        if ($mode === PhoneMode::RECOVERY && $phone->mode === PhoneMode::SIDELOAD) {
            // Leaving it is a choice on the recovery's screen; nothing restarts.
            yield new Pause(4, 'Leaving sideload');
            $phone->mode = PhoneMode::RECOVERY;

            return ReportedFacts::of($phone);
        }
        if (
            $mode === PhoneMode::USERSPACE_BOOTLOADER &&
            $phone->mode === PhoneMode::BOOTLOADER &&
            $phone->layoutIsErased()
        ) {
            throw new RefusedError(0, 'The userspace bootloader does not start.');
        }
        yield new Pause($mode === PhoneMode::BOOTLOADER ? 18 : 40, 'Restarting');
        $phone->restart();
        [$phone->mode, $shows] = match ($mode) {
            'bootloader', 'userspace-bootloader' => PowerOn::bootloader($phone, $mode),
            // The command leaves its message on a partition of the old layout.
            PhoneMode::RECOVERY => $phone->layoutIsErased()
                ? ['bootloader', 'The bootloader comes back.']
                : PowerOn::recovery($phone),
            default => PowerOn::system($phone),
        };

        return ['says' => $shows] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function enterByKeys(string $mode): \Generator
    {
        $phone = $this->phone;
        yield new Pause(35, 'Holding the keys');
        if (!$phone->keysWork) {
            throw new RefusedError(0, 'Nothing happens.');
        }
        $phone->restart();
        [$phone->mode, $shows] = match ($mode) {
            PhoneMode::RECOVERY => PowerOn::recovery($phone),
            'bootloader', 'download' => PowerOn::bootloader($phone, $mode),
            default => throw new RefusedError(0, "No keys lead to {$mode}."),
        };

        return ['says' => $shows] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function setActive(string $slot): \Generator
    {
        $this->refuseUnless(PhoneMode::BOOTLOADER, PhoneMode::USERSPACE_BOOTLOADER);
        $this->refuseLocked();
        if (!in_array($slot, $this->phone->slots(), true)) {
            throw RefusedError::saying($this->phone, 'no slot', $slot);
        }
        yield new Pause(3, 'Setting the slot');
        $this->phone->startNext($slot);

        return ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function firstBoot(): \Generator
    {
        $phone = $this->phone;
        if ($phone->mode !== PhoneMode::SYSTEM) {
            throw new RefusedError(0, "The phone does not start its system; it shows: {$phone->mode}.");
        }
        for ($part = 1; $part <= 10; $part++) {
            yield new Pause(27, 'Starting for the first time', $part * 9);
        }
        $os = $phone->system($phone->activeSlot);
        $age = array_intersect_key($os, ['release' => true, 'patchLevel' => true]);
        if (!$phone->dataEmpty) {
            $phone->setUpBy = $age + $phone->setUpBy;

            return ['says' => 'The system is there again, with its data.'] + ReportedFacts::of($phone);
        }
        $services = $phone->added(AddOnKind::SERVICES, $phone->activeSlot) === null ? $os['services'] ?? '' : 'added';
        $phone->setUpBy = $age + ['services' => $services] + array_intersect_key($os, ['signer' => true]);
        $phone->dataKeys = $os['family'] ?? null;
        $phone->dataEmpty = false;
        if ($phone->keysUnder === null) {
            $phone->dataEncryption =
                $phone->added(AddOnKind::ENCRYPTION_DISABLER, $phone->activeSlot) === null
                    ? $os['encrypts'] ?? $phone->encryptsAs()
                    : 'none';
        }
        $phone->keysUnder = null;
        $phone->debugging = false;
        $phone->authorised = false;

        return ['says' => 'The first screen of the set-up.'] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function verify(): \Generator
    {
        $this->refuseUnless(PhoneMode::SYSTEM);
        yield new Pause(160, 'In the set-up');
        $this->phone->debugging = true;
        $this->phone->authorised = true;

        return ReportedFacts::of($this->phone) + ['debugging.authorised' => true];
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function charge(int $toPercent): \Generator
    {
        $from = $this->phone->battery;
        while ($this->phone->battery < $toPercent) {
            $step = min(60.0, (($toPercent - $this->phone->battery) / $this->phone->chargePerMinute()) * 60 + 0.1);
            yield new Pause(
                $step,
                'Charging',
                (int) ((100 * ($this->phone->battery - $from)) / max(0.1, $toPercent - $from)),
                true,
            );
        }

        return ReportedFacts::of($this->phone);
    }
}

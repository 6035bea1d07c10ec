<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * Something that is done with a phone, in the modes in which it can be.
 *
 * Every public method is a generator. It yields {@see Pause}s (time that passes on the phone, with what it shows
 * meanwhile) and returns what the phone says at the end.
 */
abstract class PhoneWork
{
    private const LEAST_BATTERY = 5;

    final public function __construct(protected readonly SimulatedPhone $phone) {}

    protected function eraseData(): void
    {
        $phone = $this->phone;
        $phone->dataEmpty = true;
        $phone->dataKeys = null;
        $phone->keysUnder = null;
        $phone->setUpBy = [];
        $phone->dataEncryption = 'none';
        $phone->dataBytes = 0;
        $phone->files['internal'] = [];
        if ($phone->cardAdopted) {
            $phone->files['card'] = [];
        }
        $phone->dataUnreadable = false;
        $phone->holds = [];
        $phone->screenLock = false;
        $phone->trial = null;
        $phone->second = null;
        if ($phone->accounts) {
            // The maker's theft lock outlives the erase: only the owner opens it.
            $phone->dataKeys = SimulatedPhone::ACCOUNT;
            $phone->dataEmpty = false;
        }
    }

    protected function refuseUnless(string ...$modes): void
    {
        if (!in_array($this->phone->mode, $modes, true)) {
            throw RefusedError::saying($this->phone, 'mode', $this->phone->mode);
        }
    }

    /** Refuses a whole build before anything of it is written, where it does not fit. */
    protected function refuseWithoutRoom(UpdatePackage $package, string $slot): void
    {
        $incoming = [];
        foreach ($package->images as $partition => $image) {
            $capacity = $this->phone->capacity($partition);
            if ($capacity !== null && $image['sizeBytes'] > $capacity) {
                throw RefusedError::withStatus(
                    RefusedError::BROKEN,
                    $this->phone,
                    'too large',
                    (string) $image['sizeBytes'],
                    $partition,
                    (string) $capacity,
                );
            }
            if ($this->phone->isInSuper($partition)) {
                $incoming[$partition] = $image['sizeBytes'];
            }
        }
        $missing = $this->phone->missingInSuper($slot, $incoming, asUpdate: true);
        if ($missing > 0) {
            throw RefusedError::withStatus(
                RefusedError::BROKEN,
                $this->phone,
                'no room',
                (string) array_key_first($incoming),
                (string) $missing,
            );
        }
    }

    /** A phone that could go out in the middle takes no firmware. */
    protected function refuseLowBattery(string $partition): void
    {
        $isLow = $this->phone->battery < self::LEAST_BATTERY;
        if ($isLow && in_array($partition, $this->phone->firmwareIn(), true)) {
            throw RefusedError::saying($this->phone, 'battery', $partition);
        }
    }

    protected function refuseLocked(): void
    {
        if (!$this->phone->unlocked) {
            throw RefusedError::saying($this->phone, 'locked');
        }
    }

    protected function refuseUnlessListening(): void
    {
        $phone = $this->phone;
        if (
            in_array($phone->mode, ['off', 'dead', 'boot-loop', 'stuck'], true) ||
            ($phone->mode === PhoneMode::SYSTEM && !$phone->debugging)
        ) {
            throw new RefusedError(0, 'No phone is listed.');
        }
        if ($phone->mode === PhoneMode::SYSTEM && !$phone->authorised) {
            throw new RefusedError(0, 'The phone is listed as unauthorised.');
        }
    }
}

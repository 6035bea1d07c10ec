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
    final public function __construct(protected readonly SimulatedPhone $phone) {}

    protected function eraseData(): void
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

    protected function refuseUnless(string ...$modes): void
    {
        if (!in_array($this->phone->mode, $modes, true)) {
            throw new RefusedError(0, "The phone is in {$this->phone->mode}.");
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

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the recovery does with backup sets: it makes them from what lies on the phone and brings just that back.
 *
 * @phpstan-import-type Reply from Behaviour
 * @phpstan-import-type BackupSet from PhoneData
 */
final class BackupWork extends PhoneWork
{
    /** What an ordinary data backup takes; the internal storage with its photos is not part of it. */
    private const OF_DATA = ['apps', 'app-data', 'messages', 'contacts'];

    private const BYTES_PER_SECOND = 20 << 20;

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function make(string $set, mixed $parts, string $place): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::RECOVERY);
        $this->refuseWithoutBackups();
        $parts = is_array($parts) ? $parts : [];
        $takesData = in_array('data', $parts, true);
        if ($takesData && !$phone->recoveryOpensData()) {
            throw new RefusedError(0, 'The data cannot be opened: its names mean nothing.');
        }
        $this->refuseClosed($place);
        if ($this->phone->free($place) === 0) {
            throw RefusedError::saying($phone, 'no space', $place === 'card' ? 'the card' : 'the internal storage');
        }
        $seconds = 30 + ($takesData ? intdiv($phone->dataBytes, self::BYTES_PER_SECOND) : 0);
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause($seconds / 5, "Backing up to {$set}", $percent);
        }
        $holds = $takesData ? array_values(array_intersect(self::OF_DATA, $phone->holds)) : [];
        $phone->sets[$set] = [
            'holds' => in_array('identity', $parts, true) ? [...$holds, 'radio-identity'] : $holds,
            'data' => $takesData && !$phone->dataEmpty,
            'keys' => $phone->dataKeys,
            'encryption' => $phone->dataEncryption,
            'partitions' => in_array('system', $parts, true) ? $this->systemNow() : [],
            'addons' => in_array('system', $parts, true) ? $phone->addons[$phone->activeSlot] ?? [] : [],
        ];
        $this->lay($set, $place);

        return ['says' => 'Backup complete.'] + ReportedFacts::of($phone);
    }

    /**
     * @return array<string, array{of: string, whole: bool, label: array<string, mixed>}> by partition without its slot
     */
    private function systemNow(): array
    {
        $images = [];
        foreach (array_unique([...$this->phone->startsFrom(), ...$this->phone->inSuper()]) as $partition) {
            $image = $this->phone->written($partition, $this->phone->activeSlot);
            if ($image !== null) {
                $images[$partition] = $image;
            }
        }

        return $images;
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function takeOff(string $set, string $place): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::RECOVERY);
        $this->refuseClosed($place);
        $content = $this->lying($set, $place);
        yield new Pause(40, "Copying {$set} to the computer", 50);
        $phone->takenOff = array_values(array_unique([...$phone->takenOff, $set]));

        return [
            'says' => 'Copied; both sums are the same.',
            'sets.takenOff' => $phone->takenOff,
            'sets.sum' => hash('sha256', serialize([$set, $content])),
        ] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function bring(string $set, string $place): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        $this->refuseClosed($place);
        $content = $this->phone->sets[$set] ?? null;
        $isOnComputer = !($content['onPhoneAlone'] ?? false) || in_array($set, $this->phone->takenOff, true);
        if ($content === null || !$isOnComputer) {
            throw new RefusedError(0, "There is no set {$set} on the computer.");
        }
        yield new Pause(40, "Copying {$set} to the phone", 50);
        $this->lay($set, $place);

        return ['says' => 'Copied.'] + ReportedFacts::of($this->phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function restore(string $set, string $place): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::RECOVERY);
        $this->refuseWithoutBackups();
        $this->refuseClosed($place);
        $content = $this->lying($set, $place);
        if ($content['data'] && !$phone->recoveryOpensData()) {
            throw new RefusedError(0, 'The data cannot be opened: its names mean nothing.');
        }
        for ($percent = 0; $percent < 100; $percent += 20) {
            yield new Pause(20, 'Restoring', $percent);
        }
        foreach ($content['partitions'] as $partition => $image) {
            $phone->write($partition, $phone->activeSlot, $image['label'], $image['whole'], $image['bytes'] ?? null);
        }
        if ($content['partitions'] !== []) {
            $phone->addons[$phone->activeSlot] = $content['addons'] ?? [];
        }
        if ($content['data']) {
            // What is written under other keys than the set was made under is noise to the system that made it. A wipe
            // leaves the keys of the system before; on a formatted storage nothing is encrypted.
            $isLeft = $phone->keysUnder !== null && $phone->keysUnder !== $content['keys'];
            $isOpen = $phone->dataEmpty && $phone->dataEncryption === 'none';
            $isSame = ($content['encryption'] === $phone->dataEncryption && !$isLeft) || $isOpen;
            $phone->dataEmpty = false;
            $phone->dataKeys = $isSame ? $content['keys'] : 'another encryption';
            $phone->keysUnder = null;
        }
        $phone->holds = array_values(array_unique([...$phone->holds, ...$content['holds']]));

        return ['says' => 'Restored.'] + ReportedFacts::of($phone);
    }

    private function refuseWithoutBackups(): void
    {
        if (!in_array('backup', $this->phone->runningRecovery()['abilities'] ?? [], true)) {
            throw new RefusedError(0, 'This recovery makes no backups and restores none.');
        }
    }

    private function refuseClosed(string $place): void
    {
        if ($place !== 'internal') {
            if (!$this->phone->cardPresent || $this->phone->cardAdopted) {
                throw RefusedError::saying($this->phone, 'no card');
            }

            return;
        }
        if ($this->phone->dataUnreadable || $this->phone->storageStale) {
            throw new RefusedError(0, 'The storage cannot be opened.');
        }
        if (!$this->phone->recoveryOpensData()) {
            throw new RefusedError(0, 'The storage shows names that mean nothing.');
        }
    }

    private function lay(string $set, string $place): void
    {
        $this->phone->files[$place] = array_values(array_unique([...$this->phone->files[$place] ?? [], $set]));
    }

    /**
     * @return BackupSet
     */
    private function lying(string $set, string $place): array
    {
        if (!in_array($set, $this->phone->files[$place] ?? [], true) || !isset($this->phone->sets[$set])) {
            throw new RefusedError(0, "The list of sets has no {$set}.");
        }

        return $this->phone->sets[$set];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * What the recovery does with data and storage: formats, wipes, files.
 *
 * @phpstan-import-type Reply from Behaviour
 */
final class RecoveryWork extends PhoneWork
{
    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function formatData(string $fileSystem): \Generator
    {
        $this->refuseUnless(PhoneMode::RECOVERY);
        yield new Pause(12, 'Asking for the word');
        // Only some can choose; the others make the one that is there.
        $canChoose = in_array('file-system', $this->phone->runningRecovery()['abilities'] ?? [], true);
        $this->phone->dataFileSystem = $canChoose ? $fileSystem : $this->phone->dataFileSystem;
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
            $files = $phone->cardAdopted ? ['card' => []] + $phone->files : $phone->files;
            $second = $phone->second;
            $keys = $phone->dataKeys ?? $phone->keysUnder;
            $setUpBy = $phone->setUpBy;
            $this->eraseData();
            $phone->files = $files;
            $phone->second = $second;
            $phone->dataFileSystem = $fileSystem;
            $phone->dataEncryption = $encryption;
            $phone->holds = $photos ? ['photos'] : [];
            if ($encryption !== 'none') {
                // Emptied, but not formatted: what encrypts it is still there, and only its system has the keys.
                $phone->keysUnder = $keys;
                $phone->setUpBy = array_intersect_key($setUpBy, ['release' => true, 'patchLevel' => true]);
            }
        }

        return ['says' => "Wiped {$what}."] + ReportedFacts::of($phone);
    }

    /**
     * @return \Generator<int, Pause, mixed, Reply>
     */
    public function copyTo(string $name, string $place, string $file): \Generator
    {
        $phone = $this->phone;
        $this->refuseUnless(PhoneMode::RECOVERY);
        if ($place === 'card' && (!$phone->cardPresent || $phone->cardAdopted)) {
            throw RefusedError::saying($phone, 'no card');
        }
        if ($place === 'internal') {
            if ($phone->dataUnreadable) {
                throw new RefusedError(0, 'The storage cannot be opened.');
            }
            if ($phone->storageStale) {
                throw new RefusedError(0, 'The storage shows zero bytes.');
            }
            if ((!$phone->dataEmpty || $phone->keysUnder !== null) && !$phone->recoveryOpensData()) {
                throw new RefusedError(0, 'The storage shows names that mean nothing.');
            }
        }
        $bytes = is_file($file) ? (int) filesize($file) : 0;
        if ($phone->free($place) !== null && $phone->free($place) < $bytes) {
            throw RefusedError::saying($phone, 'no space', $place === 'card' ? 'the card' : 'the internal storage');
        }
        for ($percent = 0; $percent < 100; $percent += 25) {
            yield new Pause(6, "Copying {$name}", $percent);
        }
        $phone->files[$place] = array_values(array_unique([...$phone->files[$place] ?? [], $name]));
        $phone->take($place, $bytes);

        return ['says' => 'Copied.'] + ReportedFacts::of($phone);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * A phone as a thing: what lies in its partitions, how its data is encrypted, what its battery holds.
 *
 * It knows nothing of plans. Whether it starts is judged from what was written to it; see {@see PowerOn}.
 *
 * @phpstan-import-type Written from PhoneData
 * @phpstan-import-type Checked from PhoneData
 * @phpstan-import-type BackupSet from PhoneData
 * @phpstan-import-type PhoneValues from PhoneData
 * @phpstan-import-type SetUpBy from PhoneData
 */
final class SimulatedPhone
{
    use Checks;
    use FirmwareParts;
    use HardwareFacts;
    use Storage;
    use WrittenPartitions;

    /** Starts that a slot has before the bootloader gives it up. */
    public const MOST_RETRIES = 3;

    /** whose "keys" those of a signed-in account are that outlives an erase */
    public const ACCOUNT = 'an account that is still signed in';

    public bool $unlocked;

    public bool $unlockAllowed;

    /** what is left of the maker's wait, in seconds on the phone's clock */
    public float $unlockWaitSeconds;

    public string $mode;

    public string $activeSlot;

    public string $runningSlot;

    /** @var array<string, Written> by partition with slot: "boot_a" */
    public array $partitions;

    /**
     * @var ?array{family: string, version: string, abilities: list<string>} a recovery that was started once and runs
     *     now
     */
    public ?array $temporary;

    /** name of a second system beside the first; null where there is none */
    public ?string $second;

    /**
     * @var array<string, list<array<string, mixed>>> labels of what was added, in the order in which it went in, by
     *     slot
     */
    public array $addons;

    /**
     * @var array<string, string> by slot "old", "erased" or "dynamic"; empty on a model that was made with the layout
     *     that it has
     */
    public array $layout;

    /** whether it starts nothing that verification does not know; else it shows a warning first */
    public readonly bool $bootloaderRefuses;

    /** @var array<string, Checked> what each verification partition says, by its place */
    public array $verification;

    /** the partition with the radio's serial numbers was written or erased; nothing brings them back */
    public bool $identityLost;

    /** family whose keys lie under data that was wiped and not formatted */
    public ?string $keysUnder;

    /** @var SetUpBy the system that set the data up */
    public array $setUpBy;

    public bool $cardPresent;

    /** whether the system uses the card as internal storage, encrypted with a key that lies among the data */
    public bool $cardAdopted;

    public bool $keysWork;

    /** bytes; null where nobody measured */
    public ?int $cardFree;

    /** bytes; null where nobody measured */
    public ?int $dataFree;

    /** @var array<string, int> starts that are left, by slot */
    public array $retries;

    /** @var list<string> slots that have started well since they were made active */
    public array $successful;

    /** the slot whose update is still laid beside the old system, until it starts well */
    public ?string $merging;

    /** @var list<array{kind: string, atPercent: int}> what is to go wrong, see {@see Faults} */
    public array $faults;

    /** something of another layout lies in the way */
    public bool $residue;

    /** the data partition has not been formatted since the layout changed */
    public bool $dataUnreadable;

    /** family of a system that is tried beside the installed one */
    public ?string $trial;

    /** @var array<string, list<string>> names by place: "card", "internal" */
    public array $files;

    /** @var array<string, BackupSet> every backup set of this phone, wherever it lies, by name */
    public array $sets;

    /** @var list<string> names of the sets that were copied to the computer */
    public array $takenOff;

    /** the recovery has not restarted since the storage was formatted */
    public bool $storageStale;

    /** a recovery was written by the maker's flash mode and has not run yet */
    public bool $recoveryPending;

    /** family whose keys encrypt the data; null when there are none */
    public ?string $dataKeys;

    public string $dataFileSystem;

    public string $dataEncryption;

    public bool $dataEmpty;

    public int $dataBytes;

    /** @var list<string> */
    public array $holds;

    public float $battery;

    public bool $accounts;

    public bool $screenLock;

    public bool $debugging;

    public bool $authorised;

    /** what the images say that are written next */
    public readonly Labels $labels;

    /**
     * @param  PhoneValues  $data
     */
    public function __construct(private readonly array $data)
    {
        $this->unlocked = $data['unlocked'];
        $this->unlockAllowed = $data['unlockAllowed'];
        $this->unlockWaitSeconds = $data['unlockWaitSeconds'];
        $this->mode = $data['mode'];
        $this->activeSlot = $data['activeSlot'];
        $this->runningSlot = $data['runningSlot'];
        $this->partitions = $data['partitions'];
        $this->addons = $data['addons'];
        $this->second = $data['second'];
        $this->temporary = $data['temporary'];
        $this->dataKeys = $data['dataKeys'];
        $this->dataFileSystem = $data['dataFileSystem'];
        $this->dataEncryption = $data['dataEncryption'];
        $this->dataEmpty = $data['dataEmpty'];
        $this->dataBytes = $data['dataBytes'];
        $this->holds = $data['holds'];
        $this->layout = $data['layout'] ?? [];
        $this->verification = $this->checksOf($data['verification'] ?? []);
        $this->bootloaderRefuses = $data['bootloaderRefuses'] ?? true;
        $this->identityLost = $data['identityLost'] ?? false;
        $this->keysUnder = $data['keysUnder'] ?? null;
        $this->setUpBy = $data['setUpBy'] ?? [];
        $this->cardPresent = $data['cardPresent'] ?? true;
        $this->cardAdopted = $data['cardAdopted'] ?? false;
        $this->keysWork = $data['keysWork'] ?? true;
        $this->cardFree = $data['cardFree'] ?? null;
        $this->dataFree = $data['dataFree'] ?? null;
        $this->retries = $data['retries'] ?? [];
        $this->successful = $data['successful'] ?? $this->slots();
        $this->merging = $data['merging'] ?? null;
        $this->files = $data['files'] ?? [];
        $this->sets = $data['sets'] ?? [];
        $this->takenOff = $data['takenOff'] ?? [];
        $this->storageStale = $data['storageStale'] ?? false;
        $this->recoveryPending = $data['recoveryPending'] ?? false;
        $this->faults = $data['faults'] ?? [];
        $this->residue = $data['residue'] ?? false;
        $this->dataUnreadable = $data['dataUnreadable'] ?? false;
        $this->trial = $data['trial'] ?? null;
        $this->battery = $data['battery'];
        $this->accounts = $data['accounts'];
        $this->screenLock = $data['screenLock'];
        $this->debugging = $data['debugging'];
        $this->authorised = $data['authorised'];
        $this->labels = new Labels();
        $this->layFirmware($data['firmware'] ?? []);
    }

    /**
     * @return PhoneValues
     */
    public function toArray(): array
    {
        $now = get_object_vars($this);
        unset($now['data'], $now['labels']);
        // The versions by slot were only a short way to say what lies in the partitions.
        $now['firmware'] = [];

        /** @var PhoneValues $all */
        $all = array_merge($this->data, $now);

        return $all;
    }

    /**
     * The partitions that lie inside super where the slot has such a layout.
     *
     * @return list<string>
     */
    public function inSuper(): array
    {
        return $this->data['inSuper'] ?? [];
    }

    public function restart(): void
    {
        $this->temporary = null;
        $this->storageStale = false;
        $this->runningSlot = $this->activeSlot;
    }

    public function otherSlot(string $slot): string
    {
        return ['a' => 'b', 'b' => 'a'][$slot] ?? $slot;
    }

    public function pass(float $seconds, bool $charging = false): void
    {
        $perMinute = $charging ? $this->data['chargePerMinute'] : -$this->data['drainPerMinute'];
        $this->battery = max(0.0, min(100.0, $this->battery + ($perMinute * $seconds) / 60));
        $this->unlockWaitSeconds = max(0.0, $this->unlockWaitSeconds - $seconds);
        if ($this->battery <= 0.0) {
            $this->mode = PhoneMode::OFF;
        }
    }

    /** What a person finds after the phone lost its power or its computer in the middle of something. */
    public function pickUpAfterBreak(): void
    {
        if ($this->mode === PhoneMode::SIDELOAD) {
            $this->mode = PhoneMode::RECOVERY;
        }
    }
}

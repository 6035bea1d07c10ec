<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Symfony\Component\Serializer\Attribute\SerializedPath;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Mapper;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\UnverifiedStart;

/** What is true of every phone with one codename. JSON form: docs/formats/model-sheet.schema.json. */
final class ModelSheet
{
    /** A page asks for the same few sheets again and again. */
    private const MOST_KEPT = 200;

    /** @var array<string, self> by hash of the document */
    private static array $made = [];

    /** @var list<string> ["a", "b"] or ["-"]; where nobody knows how many there are, all is kept under "-" */
    public readonly array $slots;

    /** How sure each field is, and where it was read. */
    public readonly SheetGrades $grades;

    /** Whether images go in by the maker's PC flash mode and not in a bootloader; null where nobody knows. */
    public readonly ?bool $pcFlash;

    private readonly ?int $slotCount;

    /** @var array<string, int> limit in bytes by name */
    public readonly array $superGroups;

    /**
     * @param  list<Variant>  $variants
     * @param  list<Partition>  $partitions
     * @param  list<string>  $fileSystems  empty where nobody knows which ones it can have
     * @param  ?int  $slots  1 or 2; null, like every other one, where nobody knows
     * @param  array<string, mixed>  $document  the JSON it was read from, as it stands
     * @param  list<string>  $aliases  other codenames whose builds are declared to cover this one
     * @param  array<string, list<KeyPress>>  $keys  by mode
     * @param  list<string>  $alsoSoldAs  other shop names
     * @param  list<SuperGroup>  $superGroups
     * @param  list<string>  $encryptions  "none", "disk", "file", "metadata"
     * @param  array<string, list<string>>  $chipsetNames  other names of a chipset of its, by that chipset
     * @param  array<string, list<string>>  $otherChipsets  names that mean no chipset of its, by that chipset
     * @param  list<string>  $notThere  partitions that files bring images for and that it does not have
     * @param  ?UnverifiedStart  $unverified  what its unlocked bootloader does with a start image that verification
     *     does not know; null where nobody knows
     * @param  ?int  $unlockWaitHours  what the maker asks for before unlocking; null where nobody has entered it
     */
    public function __construct(
        public readonly string $codename,
        public readonly ?string $maker,
        public readonly string $name,
        public readonly ?string $architecture,
        public readonly ?int $launchApi,
        public readonly array $variants,
        ?int $slots,
        public readonly ?RecoveryHome $recoveryHome,
        public readonly ?string $dynamicLayout,
        public readonly array $partitions,
        public readonly array $fileSystems,
        #[SerializedPath('[battery][chargePercentPerMinute]')] public readonly ?float $chargePercentPerMinute,
        #[SerializedPath('[battery][drainPercentPerMinute]')] public readonly ?float $drainPercentPerMinute,
        private readonly array $document,
        public readonly array $aliases = [],
        public readonly ?int $superBytes = null,
        public readonly array $keys = [],
        public readonly array $alsoSoldAs = [],
        array $superGroups = [],
        public readonly array $encryptions = [],
        public readonly ?int $rollbackIndex = null,
        #[SerializedPath('[unlock][waitHours]')] public readonly ?int $unlockWaitHours = null,
        #[SerializedPath('[unlock][note]')] public readonly ?string $unlockNote = null,
        ?bool $pcFlash = null,
        private readonly ?bool $verification = null,
        public readonly ?string $identityPartition = null,
        public readonly bool $secondSystem = false,
        public readonly ?UnverifiedStart $unverified = null,
        public readonly array $notThere = [],
        public readonly array $chipsetNames = [],
        public readonly array $otherChipsets = [],
    ) {
        $this->slotCount = $slots;
        // A whole sheet says what the phone has; what it does not name, the phone does not have.
        $this->pcFlash = $pcFlash ?? ($this->isWhole() ? false : null);
        $this->grades = new SheetGrades($document);
        $this->slots = $slots === 2 ? [Slot::A->value, Slot::B->value] : [Slot::Only->value];
        $this->superGroups = array_column($superGroups, 'maximumBytes', 'name');
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     *
     * @throws FormatError when it does not follow its schema or contradicts itself
     */
    public static function fromArray(array $data, string $where = 'model sheet'): self
    {
        Schema::of('model-sheet')->check($data, $where);
        $sheet = self::kept($data);
        SheetConsistency::refuse($sheet, $where);

        return $sheet;
    }

    /**
     * A sheet that was checked when it was taken in.
     *
     * @param  array<string, mixed>  $data
     */
    public static function kept(array $data): self
    {
        $same = hash('xxh128', serialize($data));
        if (count(self::$made) >= self::MOST_KEPT) {
            self::$made = [];
        }

        return self::$made[$same] ??= Mapper::to(
            self::class,
            ['document' => $data] + SheetParts::of($data) + $data,
            'a model sheet',
        );
    }

    /** Whether it lists every variant and every partition; one that was drafted from a phone knows that phone's. */
    public function isWhole(): bool
    {
        return ($this->document['version'] ?? 1) === 1;
    }

    /** @throws FormatError */
    public static function read(string $path): self
    {
        return self::fromArray(Schema::decode($path), $path);
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return $this->document;
    }

    /** Null where nobody knows how many there are. */
    public function hasTwoSlots(): ?bool
    {
        return $this->slotCount === null ? null : $this->slotCount === 2;
    }

    /** As people call it: the maker, where it is known, and the name. */
    public function title(): string
    {
        return trim("{$this->maker} {$this->name}");
    }

    /**
     * Whether one of these partitions is the recovery's home, or may be it where nobody knows which one is.
     *
     * @param  list<string>  $partitions
     */
    public function mayHoldRecovery(array $partitions): bool
    {
        $homes = $this->recoveryHome === null ? RecoveryHome::cases() : [$this->recoveryHome];
        $names = array_map(static fn(RecoveryHome $one): string => $one->value, $homes);

        return array_intersect($names, $partitions) !== [];
    }

    /**
     * The partitions beside the recovery's own whose images must belong to the OS in the slot.
     *
     * @return list<string>
     */
    public function startPartitionsBesideRecovery(): array
    {
        $home = $this->recoveryHome?->value;

        return array_values(array_filter($this->startPartitions(), static fn(string $one): bool => $one !== $home));
    }

    public function otherSlot(string $slot): string
    {
        return match ($slot) {
            Slot::A->value => Slot::B->value,
            Slot::B->value => Slot::A->value,
            default => $slot,
        };
    }

    /** How a new system encrypts new data on this model; null where nobody knows. */
    public function newEncryption(): ?Encryption
    {
        return in_array(Encryption::File->value, $this->encryptions, true)
            ? Encryption::File
            : Encryption::tryFrom($this->encryptions[0] ?? '');
    }

    public function variant(string $model): ?Variant
    {
        foreach ($this->variants as $variant) {
            if ($variant->model === $model) {
                return $variant;
            }
        }

        return null;
    }

    public function partition(string $name): ?Partition
    {
        foreach ($this->partitions as $partition) {
            if (PartitionName::same($partition->name, $name)) {
                return $partition;
            }
        }

        return null;
    }

    /**
     * Whether the system lies inside super: by the layout, else by what the sheet lists. Null where nobody knows.
     *
     * Source: the open platform's description of dynamic partitions; system is always one of them.
     */
    public function systemIsLogical(): ?bool
    {
        return match ($this->dynamicLayout) {
            null => $this->partition(PartitionName::System->value)?->logical === true ? true : null,
            default => $this->dynamicLayout !== 'none',
        };
    }

    /**
     * Names of the partitions that firmware packages write.
     *
     * @return list<string>
     */
    public function firmwarePartitions(): array
    {
        return $this->names(static fn(Partition $p): bool => $p->firmware);
    }

    /**
     * Names of the partitions whose images must belong to the OS in the slot for it to start.
     *
     * @return list<string>
     */
    public function startPartitions(): array
    {
        return $this->names(static fn(Partition $p): bool => $p->startsSystem);
    }

    /** Whether it checks what it starts by verification headers; null where nobody knows. */
    public function hasVerification(): ?bool
    {
        return $this->verificationPartitions() !== [] ? true : $this->verification ?? ($this->isWhole() ? false : null);
    }

    /**
     * Names of the partitions that hold verification headers.
     *
     * @return list<string>
     */
    public function verificationPartitions(): array
    {
        return $this->names(static fn(Partition $p): bool => $p->verification);
    }

    /**
     * Names of the partitions that lie inside super.
     *
     * @return list<string>
     */
    public function logicalPartitions(): array
    {
        return $this->names(static fn(Partition $p): bool => $p->logical);
    }

    /**
     * @param  callable(Partition): bool  $wanted
     * @return list<string>
     */
    private function names(callable $wanted): array
    {
        return array_values(
            array_map(static fn(Partition $p): string => $p->name, array_filter($this->partitions, $wanted)),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;

/** What is true of every phone with one codename. JSON form: docs/formats/model-sheet.schema.json. */
final readonly class ModelSheet
{
    /**
     * @param  list<string>  $aliases  other codenames whose builds are declared to cover this one
     * @param  list<Variant>  $variants
     * @param  list<string>  $slots  ["a", "b"] or ["-"]
     * @param  list<Partition>  $partitions
     * @param  array<string, list<KeyPress>>  $keys  by mode
     * @param  list<string>  $fileSystems
     * @param  list<string>  $alsoSoldAs  other shop names
     * @param  array<string, int>  $superGroups  limit in bytes by name
     * @param  list<string>  $encryptions  "none", "disk", "file", "metadata"
     * @param  ?int  $unlockWaitHours  what the maker asks for before unlocking; null where nobody has entered it
     * @param  array<string, mixed>  $document  the JSON it was read from, as it stands
     */
    private function __construct(
        public string $codename,
        public string $maker,
        public string $name,
        public string $architecture,
        public array $aliases,
        public int $launchApi,
        public array $variants,
        public array $slots,
        public RecoveryHome $recoveryHome,
        public string $dynamicLayout,
        public ?int $superBytes,
        public array $partitions,
        public array $keys,
        public array $fileSystems,
        public float $chargePercentPerMinute,
        public float $drainPercentPerMinute,
        public array $alsoSoldAs,
        public array $superGroups,
        public array $encryptions,
        public ?int $rollbackIndex,
        public ?int $unlockWaitHours,
        public ?string $unlockNote,
        public bool $pcFlash,
        public ?string $identityPartition,
        public bool $secondSystem,
        private array $document,
    ) {}

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
        /**
         * @var array{
         *     codename: string,
         *     maker: string,
         *     name: string,
         *     architecture: string,
         *     aliases?: list<string>,
         *     launchApi: int,
         *     variants: list<array{
         *         model: string,
         *         chipset: string,
         *         region?: string,
         *         carrier?: string,
         *         note?: string
         *     }>,
         *     slots: int,
         *     recoveryHome: string,
         *     dynamicLayout: string,
         *     superBytes?: int,
         *     partitions: list<array{
         *         name: string,
         *         sizeBytes: int,
         *         perSlot: bool,
         *         firmware?: bool,
         *         logical?: bool,
         *         startsSystem?: bool,
         *         verification?: bool
         *     }>,
         *     keys?: array<string, list<array{key: string, fromSecond: int|float, toSecond: int|float}>>,
         *     alsoSoldAs?: list<string>,
         *     superGroups?: list<array{name: string, maximumBytes: int}>,
         *     encryptions?: list<string>,
         *     rollbackIndex?: int,
         *     unlock?: array{waitHours: int, note?: string},
         *     pcFlash?: bool,
         *     identityPartition?: string,
         *     secondSystem?: bool,
         *     fileSystems: list<string>,
         *     battery: array{chargePercentPerMinute: int|float, drainPercentPerMinute: int|float}
         * } $data
         */
        return new self(
            $data['codename'],
            $data['maker'],
            $data['name'],
            $data['architecture'],
            $data['aliases'] ?? [],
            $data['launchApi'],
            array_map(
                static fn(array $v): Variant => new Variant(
                    $v['model'],
                    $v['chipset'],
                    $v['region'] ?? null,
                    $v['carrier'] ?? null,
                    $v['note'] ?? null,
                ),
                $data['variants'],
            ),
            $data['slots'] === 2 ? ['a', 'b'] : ['-'],
            RecoveryHome::from($data['recoveryHome']),
            $data['dynamicLayout'],
            $data['superBytes'] ?? null,
            array_map(
                static fn(array $p): Partition => new Partition(
                    $p['name'],
                    $p['sizeBytes'],
                    $p['perSlot'],
                    $p['firmware'] ?? false,
                    $p['logical'] ?? false,
                    $p['startsSystem'] ?? false,
                    $p['verification'] ?? false,
                ),
                $data['partitions'],
            ),
            array_map(
                static fn(array $chart): array => array_map(
                    static fn(array $k): KeyPress => new KeyPress(
                        $k['key'],
                        (float) $k['fromSecond'],
                        (float) $k['toSecond'],
                    ),
                    $chart,
                ),
                $data['keys'] ?? [],
            ),
            $data['fileSystems'],
            (float) $data['battery']['chargePercentPerMinute'],
            (float) $data['battery']['drainPercentPerMinute'],
            $data['alsoSoldAs'] ?? [],
            array_column($data['superGroups'] ?? [], 'maximumBytes', 'name'),
            $data['encryptions'] ?? [],
            $data['rollbackIndex'] ?? null,
            $data['unlock']['waitHours'] ?? null,
            $data['unlock']['note'] ?? null,
            $data['pcFlash'] ?? false,
            $data['identityPartition'] ?? null,
            $data['secondSystem'] ?? false,
            $data,
        );
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

    public function hasTwoSlots(): bool
    {
        return count($this->slots) === 2;
    }

    public function otherSlot(string $slot): string
    {
        return match ($slot) {
            'a' => 'b',
            'b' => 'a',
            default => $slot,
        };
    }

    /** How a new system encrypts new data on this model. */
    public function newEncryption(): string
    {
        return in_array('file', $this->encryptions, true) ? 'file' : $this->encryptions[0] ?? 'file';
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
            if ($partition->name === $name) {
                return $partition;
            }
        }

        return null;
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

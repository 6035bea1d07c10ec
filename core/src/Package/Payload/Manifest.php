<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Tornavis\Core\Package\PackageError;
use Tornavis\Wire\DynamicPartitionGroup;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\PartitionInfo;

/**
 * The manifest of a payload, read field by field and never as a whole: its partitions are few, their operations many.
 *
 * Field numbers are those of core/wire/payload.proto.
 */
final readonly class Manifest
{
    public const DEFAULT_BLOCK_BYTES = 4096;

    private const MOST_PARTITIONS = 1000;

    private const MOST_GROUPS = 256;

    /** Fields of the manifest itself. */
    private const MOST_FIELDS = 10_000;

    /** Operations and other fields of one partition. */
    private const MOST_OPERATIONS = 2_000_000;

    /**
     * @param  array<string, ManifestPartition>  $partitions  by name, in the manifest's order
     * @param  list<array{string, int, list<string>}>  $groups  name, bytes and partitions in it
     * @param  ?bool  $merges  whether it goes in beside the system and is merged later; null where it does not say
     */
    private function __construct(
        private WireFields $fields,
        public int $blockBytes,
        public int $minorVersion,
        public ?int $maxTimestamp,
        public array $partitions,
        public array $groups,
        public ?bool $merges,
    ) {}

    /**
     * @param  string  $where  what the manifest is called in messages
     *
     * @throws PackageError when it is damaged, or larger than any honest one
     */
    public static function read(string $data, string $path, string $where): self
    {
        $fields = new WireFields($data, $path, $where);
        $numbers = [];
        $partitions = [];
        $groups = [];
        $merges = null;
        foreach ($fields->between(0, null, self::MOST_FIELDS) as [$number, $type, $value, $length]) {
            if ($number === 13 && $type === WireFields::BYTES) {
                $partition = self::partition($fields, $value, $value + $length, $path, $where);
                if (isset($partitions[$partition->name])) {
                    throw PackageError::hostile(
                        $path,
                        "{$where}, partition {$partition->name}",
                        'Two partitions have the same name',
                    );
                }
                $partitions[$partition->name] = $partition;
            } elseif ($number === 15 && $type === WireFields::BYTES) {
                array_push($groups, ...self::groups($fields, $value, $value + $length));
                $merges = self::merges($fields, $value, $value + $length);
            } elseif ($type === WireFields::VARINT) {
                $numbers[$number] = $value;
            }
            if (count($partitions) > self::MOST_PARTITIONS) {
                throw PackageError::hostile(
                    $path,
                    $where,
                    'The manifest has more than ' . self::MOST_PARTITIONS . ' partitions',
                );
            }
        }
        $block = $numbers[3] ?? self::DEFAULT_BLOCK_BYTES;
        if ($block < 512 || $block > 1 << 20) {
            throw PackageError::malformed(
                $path,
                $where,
                "The manifest counts in blocks of {$block} bytes",
                'blocks of 512 bytes to 1 MiB',
            );
        }

        return new self($fields, $block, $numbers[12] ?? 0, $numbers[14] ?? null, $partitions, $groups, $merges);
    }

    private static function partition(
        WireFields $fields,
        int $at,
        int $end,
        string $path,
        string $where,
    ): ManifestPartition {
        $name = '';
        $info = null;
        $old = false;
        foreach ($fields->between($at, $end, self::MOST_OPERATIONS) as [$number, $type, $value, $length]) {
            if ($type !== WireFields::BYTES) {
                continue;
            }
            $old = $old || $number === 6;
            if ($number === 1) {
                $name = $fields->bytes($value, min($length, 255));
            } elseif ($number === 7) {
                $info = $fields->message(new PartitionInfo(), $value, $length);
            }
        }
        if ($name === '' || preg_match('/[^\x21-\x7e]/', $name) === 1) {
            throw PackageError::malformed(
                $path,
                $where,
                'A partition is called "' . mb_scrub($name) . '"',
                'a name of plain letters',
            );
        }

        return new ManifestPartition(
            $name,
            $info === null ? null : (int) $info->getSize(),
            $info?->getHash() ?? '',
            $old,
            $at,
            $end,
        );
    }

    /**
     * @return list<array{string, int, list<string>}>
     */
    private static function groups(WireFields $fields, int $at, int $end): array
    {
        $groups = [];
        foreach ($fields->between($at, $end, self::MOST_GROUPS) as [$number, $type, $value, $length]) {
            if ($number === 1 && $type === WireFields::BYTES) {
                $group = $fields->message(new DynamicPartitionGroup(), $value, $length);
                $groups[] = [$group->getName(), (int) $group->getSize(), self::names($group)];
            }
        }

        return $groups;
    }

    /**
     * @return list<string>
     */
    private static function names(DynamicPartitionGroup $group): array
    {
        $names = [];
        foreach ($group->getPartitionNames() as $name) {
            $names[] = is_string($name) ? $name : '';
        }

        return $names;
    }

    private static function merges(WireFields $fields, int $at, int $end): ?bool
    {
        foreach ($fields->between($at, $end, self::MOST_GROUPS) as [$number, $type, $value]) {
            if ($number === 2 && $type === WireFields::VARINT) {
                return $value !== 0;
            }
        }

        return null;
    }

    /**
     * The operations of a partition, one at a time.
     *
     * @return \Generator<int, InstallOperation>
     *
     * @throws PackageError
     */
    public function operations(ManifestPartition $partition): \Generator
    {
        foreach (
            $this->fields->between($partition->at, $partition->end, self::MOST_OPERATIONS)
            as [$number, $type, $value, $length]
        ) {
            if ($number === 8 && $type === WireFields::BYTES) {
                yield $this->fields->message(new InstallOperation(), $value, $length);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Space;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\SystemState;

/**
 * What lies in super now, slot by slot.
 *
 * Sizes that were not read on the phone are those of the sheet for the slot in use; of the other slot only what was
 * read counts. Sizes are whole blocks of 4096 bytes, as the layout has them.
 *
 * @phpstan-type Part array{slot: string, partition: string, bytes: int}
 * @phpstan-type Unseen array{slot: string, partition: string}
 */
final readonly class SuperContents
{
    private const BLOCK = 4096;

    public function __construct(private Situation $situation) {}

    /**
     * @return list<Part>
     */
    public function parts(): array
    {
        $parts = [];
        foreach ($this->situation->sheet->slots as $slot) {
            foreach (
                array_filter($this->situation->sheet->partitions, static fn(Partition $p): bool => $p->logical)
                as $partition
            ) {
                $bytes = $this->sizeNow($slot, $partition);
                if ($bytes !== null && $bytes > 0) {
                    $parts[] = ['slot' => $slot, 'partition' => $partition->name, 'bytes' => self::blocks($bytes)];
                }
            }
        }

        return $parts;
    }

    /** What was read on the phone; of the slot in use, where it holds a system, else what the sheet says. */
    private function sizeNow(string $slot, Partition $partition): ?int
    {
        $state = $this->situation->state->slot($slot);
        $isInUse = $slot === $this->situation->slots->active() && $state->os->isComplete();

        return $state->sizeInSuper($partition->name) ?? ($isInUse ? $partition->sizeBytes : 0);
    }

    /**
     * What stays in super and may be too large, since nobody has seen its size. What the other slot holds counts only
     * where it could be in the way, and where no list of the logical partitions was ever read.
     *
     * @param  list<string>  $names  partitions that are replaced
     * @param  list<Part>  $after
     * @return list<Unseen>
     */
    public function unknown(array $names, array $after): array
    {
        $sheet = $this->situation->sheet;
        $active = $this->situation->slots->active();
        $unseen = [];
        foreach (array_diff($sheet->logicalPartitions(), $names) as $name) {
            $partition = $sheet->partition($name);
            if ($partition !== null && $this->sizeNow($active, $partition) === null) {
                $unseen[] = ['slot' => $active, 'partition' => $name];
            }
        }
        $other = $sheet->otherSlot($active);
        $room = ($sheet->superBytes ?? 0) - array_sum(array_column($after, 'bytes'));
        $isListed = array_filter($sheet->slots, fn(string $one): bool => $this->isListed($one)) !== [];
        $mayHold = $this->situation->state->slot($other)->os->state !== SystemState::None;
        $isInWay = $this->most($other) > $room;

        return $other !== $active && !$isListed && $mayHold && $isInWay
            ? [
                ...$unseen,
                ...array_map(
                    static fn(string $one): array => ['slot' => $other, 'partition' => $one],
                    $sheet->logicalPartitions(),
                ),
            ]
            : $unseen;
    }

    /** Whether the sizes of a slot's logical partitions were read, so that one that is not among them is not there. */
    private function isListed(string $slot): bool
    {
        $isRead = fn(string $name): bool => $this->situation->state->slot($slot)->sizeInSuper($name) !== null;

        return array_filter($this->situation->sheet->logicalPartitions(), $isRead) !== [];
    }

    /** The most that the logical partitions of a slot can take, by the limit of their group and by their sizes. */
    private function most(string $slot): int
    {
        $sizes = array_map(
            fn(string $one): ?int => $this->situation->sheet->partition($one)?->sizeBytes,
            $this->situation->sheet->logicalPartitions(),
        );
        $limit = $this->limit($slot);

        return in_array(null, $sizes, true) ? $limit : min($limit, array_sum($sizes));
    }

    /** The most that the partitions of a slot may take: the limit of their group, or the whole of super. */
    public function limit(string $slot): int
    {
        foreach ($this->situation->sheet->superGroups as $name => $bytes) {
            if (str_ends_with($name, "_{$slot}")) {
                return $bytes;
            }
        }

        $super = $this->situation->sheet->superBytes ?? 0;

        return $this->situation->sheet->superGroups === [] ? $super : min($this->situation->sheet->superGroups);
    }

    /**
     * Logical partitions in an order in which each write finds its room: what gets smaller is written first.
     *
     * @param  list<string>  $names
     * @return list<string>
     */
    public function shrinkingFirst(array $names, Package $bundle, string $slot): array
    {
        $growth = function (string $name) use ($bundle, $slot): int {
            $partition = $this->situation->sheet->partition($name);
            $has = $partition === null ? 0 : $this->sizeNow($slot, $partition) ?? 0;

            return ($bundle->imageFor($name)->sizeBytes ?? 0) - $has;
        };
        usort($names, static fn(string $one, string $other): int => $growth($one) <=> $growth($other));

        return $names;
    }

    /** Whole blocks, in bytes. */
    public static function blocks(int $bytes): int
    {
        return intdiv($bytes + self::BLOCK - 1, self::BLOCK) * self::BLOCK;
    }
}

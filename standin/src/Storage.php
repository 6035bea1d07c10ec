<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * The room of a simulated phone: its partition table, the logical partitions that share super, card and internal
 * storage. A phone that was made without a table takes every partition and every size.
 */
trait Storage
{
    /** Logical partitions take whole blocks of this many bytes. */
    private const BLOCK = 4096;

    public function hasPartition(string $partition): bool
    {
        return !isset($this->data['table']) || isset($this->data['table'][$partition]);
    }

    /** Bytes of a partition that has a size of its own; null where nobody says, or where it lies in super. */
    public function capacity(string $partition): ?int
    {
        $row = $this->data['table'][$partition] ?? null;

        return $row === null || $row['bytes'] === 0 || $this->isInSuper($partition) ? null : $row['bytes'];
    }

    public function superBytes(): ?int
    {
        return $this->data['superBytes'] ?? null;
    }

    public function isInSuper(string $partition): bool
    {
        return $this->data['table'][$partition]['logical'] ?? in_array($partition, $this->inSuper(), true);
    }

    /**
     * Bytes that are missing in super, or in the group of a slot, for some logical partitions of that slot.
     *
     * @param  array<string, int>  $incoming  bytes by partition; they take the place of what has their names
     * @param  bool  $asUpdate  whether it is a whole build: it is laid over what is there until it has started well, so
     *     that only its own size counts
     */
    public function missingInSuper(string $slot, array $incoming, bool $asUpdate = false): int
    {
        $super = $this->data['superBytes'] ?? null;
        if ($super === null || $incoming === []) {
            return 0;
        }
        $all = 0;
        $group = 0;
        foreach ($this->slotsInSuper() as $of) {
            foreach ($this->inSuper() as $partition) {
                $isReplaced = $asUpdate || ($of === $slot && isset($incoming[$partition]));
                $bytes = $isReplaced ? 0 : $this->written($partition, $of)['bytes'] ?? 0;
                $all += self::blocks($bytes);
                $group += $of === $slot ? self::blocks($bytes) : 0;
            }
        }
        $new = array_sum(array_map(self::blocks(...), $incoming));
        $limit = $this->groupLimit($slot) ?? $super;

        return max(0, $all + $new - $super, $group + $new - $limit);
    }

    /**
     * The slots whose partitions lie in super: on a model that was given such a layout later, not those of old.
     *
     * @return list<string>
     */
    public function slotsInSuper(): array
    {
        $isThere = fn(string $slot): bool => ($this->layout[$slot] ?? 'dynamic') === 'dynamic';

        return array_values(array_filter($this->slots(), $isThere));
    }

    private static function blocks(int $bytes): int
    {
        return intdiv($bytes + self::BLOCK - 1, self::BLOCK) * self::BLOCK;
    }

    private function groupLimit(string $slot): ?int
    {
        foreach ($this->data['superGroups'] ?? [] as $name => $bytes) {
            if ($slot === '-' || str_ends_with($name, "_{$slot}")) {
                return $bytes;
            }
        }

        return null;
    }

    /** What has been written or erased there is gone for good: no file brings a radio's own numbers back. */
    public function touch(string $partition): void
    {
        if ($partition === ($this->data['identityIn'] ?? null)) {
            $this->identityLost = true;
        }
    }

    /** Bytes free on "card" or "internal"; null where nobody measured. */
    public function free(string $place): ?int
    {
        return $place === 'card' ? $this->cardFree : $this->dataFree;
    }

    public function take(string $place, int $bytes): void
    {
        if ($place === 'card' && $this->cardFree !== null) {
            $this->cardFree -= $bytes;
        } elseif ($place !== 'card' && $this->dataFree !== null) {
            $this->dataFree -= $bytes;
        }
    }
}

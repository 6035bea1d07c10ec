<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\PartitionName;

/** What a job that backs up puts into its set, how large that becomes, and where the recovery can lay it. */
final readonly class BackupChoice
{
    public function __construct(private Situation $situation) {}

    /**
     * What was chosen, or else all that the phone has; the identity only where no backup of it is known.
     *
     * @return list<BackupPart>
     */
    public function parts(): array
    {
        $chosen = $this->situation->answers->backUp;

        return array_values(
            array_filter(
                BackupPart::cases(),
                fn(BackupPart $part): bool => $chosen === []
                    ? $this->isThere($part) && !($part === BackupPart::Identity && $this->hasIdentity())
                    : in_array($part, $chosen, true) && $this->isThere($part),
            ),
        );
    }

    /** Whether a set is made: by a job that backs up, or along with a build where a person chose parts for it. */
    public function isWanted(): bool
    {
        return $this->isAlone() || $this->situation->answers->backUp !== [];
    }

    /** Whether the set is all that the job is about. */
    public function isAlone(): bool
    {
        return $this->situation->intent === Intent::BackUp;
    }

    /** Whether the phone has such a part at all, as far as is known. */
    public function isThere(BackupPart $part): bool
    {
        $state = $this->situation->state;

        return match ($part) {
            BackupPart::Data => $state->data()->empty !== true,
            BackupPart::System => $state->slot($this->situation->slots->active())->os->isComplete(),
            BackupPart::Identity => $this->situation->sheet->identityPartition !== null,
        };
    }

    /** Whether a backup of the radio's identity lies off the phone. */
    public function hasIdentity(): bool
    {
        foreach ($this->situation->unit->backups as $backup) {
            if ($backup->holds(LossClass::RadioIdentity) && $backup->isOffThePhone()) {
                return true;
            }
        }

        return false;
    }

    public function takesData(): bool
    {
        return in_array(BackupPart::Data, $this->parts(), true);
    }

    /** What the set is called: by the phone and the day, and by a number where that name is taken. */
    public function name(): string
    {
        $taken = array_map(static fn(Backup $one): string => $one->id, $this->situation->unit->backups);
        $name = $this->situation->unit->label . ' ' . substr($this->situation->at, 0, 10);
        $free = $name;
        for ($number = 2; array_intersect([$free, "{$free} identity"], $taken) !== []; $number++) {
            $free = "{$name} {$number}";
        }

        return $free;
    }

    /**
     * Bytes that the set takes at most: what the data uses, and the partitions whole.
     *
     * @return ?int null where nobody knows how much the data uses, or how large a partition is
     */
    public function bytes(): ?int
    {
        $sum = 0;
        foreach ($this->parts() as $part) {
            $bytes = $this->bytesOf($part);
            if ($bytes === null) {
                return null;
            }
            $sum += $bytes;
        }

        return $sum;
    }

    public function bytesOf(BackupPart $part): ?int
    {
        return match ($part) {
            BackupPart::Data => $this->situation->state->data()->usedBytes,
            BackupPart::System => $this->sizeOf(
                static fn(Partition $one): bool => $one->startsSystem ||
                    $one->logical ||
                    in_array($one->name, [PartitionName::System->value, PartitionName::Vendor->value], true),
            ),
            BackupPart::Identity => $this->sizeOf(
                fn(Partition $one): bool => $one->name === $this->situation->sheet->identityPartition,
            ),
        };
    }

    /** Whether the sheet does not say how large the partitions are that the set takes. */
    public function lacksSizes(): bool
    {
        $ofPhone = array_diff(array_map(static fn(BackupPart $one): string => $one->value, $this->parts()), [
            BackupPart::Data->value,
        ]);
        $isUnknown = fn(string $part): bool => $this->bytesOf(BackupPart::from($part)) === null;

        return array_filter($ofPhone, $isUnknown) !== [];
    }

    /**
     * @param  \Closure(Partition): bool  $counts
     * @return ?int null where the sheet lists no such partition, or one without its size
     */
    private function sizeOf(\Closure $counts): ?int
    {
        $sizes = array_map(
            static fn(Partition $one): ?int => $one->sizeBytes,
            array_filter($this->situation->sheet->partitions, $counts),
        );

        return $sizes === [] || in_array(null, $sizes, true) ? null : array_sum($sizes);
    }

    /**
     * Where a set can lie while the recovery works on it: "card" or "internal"; null where nowhere has room for it
     * that the recovery can open.
     *
     * @param  ?int  $bytes  its size; where it is not known, any room counts
     */
    public function place(?int $bytes): ?string
    {
        $free = $this->situation->state->data()->freeBytes;

        return $this->cardFor($bytes) ?? ($this->opensInternal() && self::isEnough($free, $bytes) ? 'internal' : null);
    }

    /** "card" where one is there that a recovery reads and that has room; null otherwise. */
    public function cardFor(?int $bytes): ?string
    {
        $card = new MemoryCard($this->situation->state);

        return $card->isReadable() && self::isEnough($card->freeBytes, $bytes) ? 'card' : null;
    }

    private static function isEnough(?int $free, ?int $bytes): bool
    {
        return $bytes === null || $free === null || $free >= $bytes;
    }

    public function opensInternal(): bool
    {
        $abilities = $this->situation->recovery->working()->abilities ?? [];

        return array_diff($this->needsToOpen(), $abilities) === [];
    }

    /**
     * The abilities that a recovery needs to open what lies on the internal storage now.
     *
     * @return list<string>
     */
    public function needsToOpen(): array
    {
        return Encryption::openedBy($this->situation->state->data()->encryption);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Words\Intent;

/** Which backup a job brings back, and how it reaches the recovery. */
final readonly class RestoreChoice
{
    public function __construct(private Situation $situation) {}

    /**
     * The backup to bring back: the one that was chosen, or else the newest recovery backup off the phone; only one
     * of which nothing is known to differ from the phone. One whose base is known goes before one without.
     */
    public function set(): ?Backup
    {
        $chosen = $this->situation->answers->backup;
        $fitting = array_filter(
            $this->situation->unit->backups,
            fn(Backup $one): bool => $this->isMeant($one, $chosen) &&
                $one->isOffThePhone() &&
                $one->difference($this->situation->state, $this->situation->slots->active()) === null,
        );
        usort(
            $fitting,
            static fn(Backup $a, Backup $b): int => [$b->base !== [], $b->madeAt] <=> [$a->base !== [], $a->madeAt],
        );

        return $fitting[0] ?? null;
    }

    /** Whether a set is the one that this job brings back. */
    public function isBroughtBack(Backup $set): bool
    {
        return $this->situation->intent === Intent::RestoreBackup && $set === $this->set();
    }

    /** The serial numbers of the radio go back only where a person chose just that. */
    private function isMeant(Backup $backup, ?string $chosen): bool
    {
        return $chosen === null
            ? $backup->kind === Backup::RECOVERY
            : $backup->id === $chosen && $backup->kind !== Backup::COPIES;
    }

    /**
     * Where the set lies when it is restored: "card" or "internal"; null where nowhere has room for it that the
     * recovery can open.
     */
    public function place(): ?string
    {
        $set = $this->set();

        return match (true) {
            $set === null => null,
            $set->place === 'card' => 'card',
            default => $this->situation->backUp->place($set->bytes),
        };
    }

    /** Whether it has to be copied to the phone first. */
    public function isBrought(): bool
    {
        return $this->set()?->place !== 'card';
    }
}

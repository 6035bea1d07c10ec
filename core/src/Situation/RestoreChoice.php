<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Version;

/** Which backup a job brings back, and how it reaches the recovery. */
final readonly class RestoreChoice
{
    public function __construct(private Situation $situation) {}

    /**
     * The backup to bring back: the one that was chosen, or else the newest recovery backup; only one of which nothing
     * is known to differ from the phone. One whose base is known goes before one without.
     */
    public function set(): ?Backup
    {
        $chosen = $this->situation->answers->backup;
        $fitting = array_filter(
            $this->situation->unit->backups,
            fn(Backup $one): bool => $this->isMeant($one, $chosen) &&
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
            $this->isTakenOff() && !$this->situation->backUp->opensInternal() => null,
            $this->formatsFirst() => $this->situation->backUp->cardFor($set->bytes) ?? 'internal',
            $this->isTakenOff() => 'internal',
            default => $this->situation->backUp->place($set->bytes),
        };
    }

    /** Whether it lies on the phone alone, and is copied off before anything else is done with it. */
    public function isTakenOff(): bool
    {
        return $this->set()?->isOffThePhone() === false;
    }

    /** Whether it has to be copied to the phone first. */
    public function isBrought(): bool
    {
        $set = $this->set();

        return $set !== null && ($set->lies() === null || ($set->lies() === 'internal' && $this->formatsFirst()));
    }

    /**
     * Whether the data has to be formatted before it: the system of the set does not get the keys that another system,
     * a newer release or a newer patch level has used, and a wipe leaves these keys.
     */
    public function formatsFirst(): bool
    {
        $set = $this->set();
        $data = $this->situation->state->data();
        $bringsAll = $set !== null && $set->system && $set->replacesData();
        if (!$bringsAll || $data->empty === true || $data->encryption === Encryption::None) {
            return false;
        }
        $os = $this->situation->state->slot($this->situation->slots->active())->os;
        $family = $set->base['family'] ?? null;
        $writer = $data->writtenBy ?? $os->family;
        $patchLevel = $set->held['os.patchLevel'] ?? null;

        return ($family !== null && $writer !== null && $family !== $writer) ||
            self::isOlder($set->base['release'] ?? null, $data->writtenRelease ?? $os->release) ||
            self::isOlder(is_string($patchLevel) ? $patchLevel : null, $data->writtenPatchLevel ?? $os->patchLevel);
    }

    private static function isOlder(?string $one, ?string $other): bool
    {
        return $one !== null && $other !== null && Version::of($one)->olderThan(Version::of($other));
    }
}

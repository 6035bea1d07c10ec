<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Phone\Backup;

/** Which backup a job brings back. */
final readonly class RestoreChoice
{
    public function __construct(private Situation $situation) {}

    /**
     * The recovery backup to bring back: the one that was chosen, or else the newest off the phone; only one that
     * fits what the phone runs.
     */
    public function set(): ?Backup
    {
        $chosen = $this->situation->answers->backup;
        $best = null;
        foreach ($this->situation->unit->backups as $backup) {
            $isMeant = $chosen === null ? $best === null || $backup->madeAt > $best->madeAt : $backup->id === $chosen;
            if (
                $isMeant &&
                $backup->kind === Backup::RECOVERY &&
                $backup->isOffThePhone() &&
                $backup->misfit($this->situation->state, $this->situation->slots->active()) === null
            ) {
                $best = $backup;
            }
        }

        return $best;
    }
}

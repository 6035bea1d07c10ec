<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** The append-only record of a run. What append() has returned from is not lost any more. */
interface Journal
{
    /**
     * @param  array<string, mixed>  $data
     */
    public function append(EventKind $kind, ?int $step, array $data): JournalEvent;

    /**
     * @return list<JournalEvent> in order
     */
    public function events(): array;
}

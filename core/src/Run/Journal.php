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
     * Writes lines together, where nothing but notes has come since a line was the last.
     *
     * @param  ?JournalEvent  $last  the last line that is known; null where there was none
     * @param  list<array{EventKind, ?int, array<string, mixed>}>  $lines  kind, step and data
     *
     * @throws Overtaken when something has come; then nothing was written
     */
    public function appendAfter(?JournalEvent $last, array $lines): void;

    /**
     * @return list<JournalEvent> in order
     */
    public function events(): array;
}

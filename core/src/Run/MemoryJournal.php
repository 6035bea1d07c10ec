<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** A journal that lasts as long as the process; for rehearsals. Its clock is the phone's. */
final class MemoryJournal implements Journal
{
    /** @var list<JournalEvent> */
    private array $events = [];

    public function __construct(private readonly string $startedAt) {}

    public function append(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        $last = $this->events === [] ? null : $this->events[count($this->events) - 1];
        $event = JournalEvent::after($last, $this->startedAt, $kind, $step, $data);
        $this->events[] = $event;

        return $event;
    }

    public function appendAfter(?JournalEvent $last, array $lines): void
    {
        foreach ($this->events as $event) {
            if ($event->sequence > ($last->sequence ?? 0) && $event->kind !== EventKind::Noted) {
                throw Overtaken::journal();
            }
        }
        foreach ($lines as [$kind, $step, $data]) {
            $this->append($kind, $step, $data);
        }
    }

    public function events(): array
    {
        return $this->events;
    }
}

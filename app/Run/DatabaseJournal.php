<?php

declare(strict_types=1);

namespace App\Run;

use App\Models\JournalLine;
use App\Models\Run;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Journal;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\RunRefusal;

/** The journal of one run in the database. A line is on the disk when append() returns. */
final readonly class DatabaseJournal implements Journal
{
    public function __construct(private Run $run)
    {
    }

    public function append(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        try {
            /** @var JournalEvent */
            return DB::transaction(fn (): JournalEvent => $this->write($kind, $step, $data));
        } catch (QueryException $error) {
            throw str_contains($error->getMessage(), 'disk is full') ? RunRefusal::noRoom(DB::getDatabaseName()) : $error;
        }
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function write(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        $last = $this->run->lines()->latest('sequence')->first()?->event();
        $event = JournalEvent::after($last, now()->format('Y-m-d\TH:i:s.vP'), $kind, $step, $data);
        JournalLine::of($this->run->id, $event);
        if ($kind !== EventKind::Progress) {
            $this->run->summarise();
        }

        return $event;
    }

    public function events(): array
    {
        return $this->run->events();
    }
}

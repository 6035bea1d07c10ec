<?php

declare(strict_types=1);

namespace App\Run;

use App\Data\DatabaseTrouble;
use App\Data\SigningKey;
use App\Models\JournalLine;
use App\Models\Run;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Journal;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\Overtaken;
use Tornavis\Core\Run\RunRefusal;

/** The journal of one run in the database. A line is on the disk when append() returns. */
final readonly class DatabaseJournal implements Journal
{
    /** What only a person does. */
    private const BY_PEOPLE = [EventKind::Released, EventKind::Told, EventKind::Stopped, EventKind::Noted];

    private const WAIT_SECONDS = 3;

    /**
     * @param  ?string  $by  the other device that writes; null for this machine
     * @param  bool  $patient  whether it waits until a line can be written, as a worker does that has nobody to tell
     */
    public function __construct(private Run $run, private ?string $by = null, private bool $patient = false) {}

    public function append(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        /** @var JournalEvent */
        return $this->written(fn(): JournalEvent => $this->write($kind, $step, $data));
    }

    public function appendAfter(?JournalEvent $last, array $lines): void
    {
        $this->written(function () use ($last, $lines): void {
            $since = $this->run
                ->lines()
                ->where('sequence', '>', $last->sequence ?? 0)
                ->where('kind', '!=', EventKind::Noted->value);
            if ($since->exists()) {
                throw Overtaken::journal();
            }
            foreach ($lines as [$kind, $step, $data]) {
                $this->write($kind, $step, $data);
            }
        });
    }

    /**
     * A transaction waits for its turn to write before it reads anything, so that nothing comes between.
     *
     * @param  callable(): mixed  $write
     */
    private function written(callable $write): mixed
    {
        while (true) {
            try {
                return DB::transaction($write(...));
            } catch (\PDOException $error) {
                if (!$this->patient || !DatabaseTrouble::passes($error)) {
                    throw DatabaseTrouble::isFull($error) ? RunRefusal::noRoom(DB::getDatabaseName()) : $error;
                }
            }
            sleep(self::WAIT_SECONDS);
        }
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private function write(EventKind $kind, ?int $step, array $data): JournalEvent
    {
        $data += $this->by !== null && in_array($kind, self::BY_PEOPLE, true) ? ['by' => $this->by] : [];
        $last = $this->run->lines()->latest('sequence')->first()?->event();
        $event = JournalEvent::after($last, now()->format('Y-m-d\TH:i:s.vP'), $kind, $step, $data);
        JournalLine::of($this->run->id, $event);
        if ($kind !== EventKind::Progress) {
            $this->run
                ->newQuery()
                ->whereKey($this->run->id)
                ->update([
                    'signature' => json_encode(
                        SigningKey::sign($this->run->key, $event->sequence, $event->hash),
                        JSON_THROW_ON_ERROR,
                    ),
                ]);
            $this->run->summarise();
        }

        return $event;
    }

    public function events(): array
    {
        return $this->run->events();
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\JournalLine;
use App\Models\Run;
use App\Models\WorkJob;
use App\Run\DatabaseJournal;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\RunState;

/**
 * Takes one run in with its journal. One that is under way elsewhere comes in as stopped, by a line that says so; where
 * a later file brings the rest of its journal, that line makes room for it.
 *
 * @phpstan-import-type RunDocument from RunFile
 */
final readonly class RunIntake
{
    /** In the data of the line that stopped a run when it came in. */
    private const CAME_IN = 'cameIn';

    public function __construct(private IntakeChanges $changes) {}

    /**
     * @param  RunDocument  $document  that its schema has passed
     * @param  \stdClass  $plan  with its empty objects kept apart from empty lists
     *
     * @throws FormatError when it cannot be taken in
     */
    public function take(array $document, \stdClass $plan): void
    {
        $events = array_map(JournalEvent::fromArray(...), $document['events']);
        RunIntakeCheck::refuseChanged($document, $events);
        $run = Run::withSetAside()->with('job')->firstWhere('key', $document['key']);
        RunIntakeCheck::refuseSetAside($run);
        $known = $run?->events() ?? [];
        $mine = self::withoutCameIn($known);
        $theirs = self::withoutCameIn($events);
        RunIntakeCheck::refuseOther($document, $events, $theirs, $mine);
        $name = "{$document['unit']}: {$document['build']}";
        if ($run !== null && count($theirs) <= count($mine)) {
            $this->changes->name('run', $name, IntakeChanges::SAME);

            return;
        }
        RunIntakeCheck::refuseUnderWay($run, $mine === $known);
        $run ??= new Run();
        $this->write($run, $document, $plan);
        if ($mine !== $known) {
            JournalLine::takeBack($run->id, count($mine));
        }
        foreach (array_slice($mine === [] ? $events : $theirs, count($mine)) as $event) {
            JournalLine::of($run->id, $event);
        }
        $run->summarise();
        RowCheck::refuse($run, "run {$document['key']}");
        $isNew = $known === [] ? IntakeChanges::ADDED : IntakeChanges::CHANGED;
        $notes = self::stopIfOpen($run) ? ['It is under way elsewhere. Here it is in the log as stopped.'] : [];
        $this->changes->name('run', $name, $isNew, $notes);
    }

    /**
     * @param  RunDocument  $document
     */
    private function write(Run $run, array $document, \stdClass $plan): void
    {
        $job =
            WorkJob::query()->firstWhere('key', $document['job']) ??
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$document['key']}",
                "Its job {$document['job']} is missing",
                'a job of the archive',
            );
        $run->key = $document['key'];
        $run->job()->associate($job);
        $run->forceFill([
            'unit_label' => $document['unit'],
            'codename' => $document['codename'],
            'build' => $document['build'],
            'status' => $document['status'],
            'plan' => $plan,
            'signature' => $document['signature'] ?? null,
        ]);
        $created = FileTime::read($document['createdAt']);
        FileTime::save($run, $created, $created);
    }

    /** Nobody here carries on what another program may be carrying out. */
    private static function stopIfOpen(Run $run): bool
    {
        $run->refresh();
        if (in_array($run->status, [RunState::ENDED, RunState::STOPPED], true)) {
            return false;
        }
        (new DatabaseJournal($run))->append(EventKind::Stopped, $run->step, [
            self::CAME_IN => true,
            'note' => 'It came in with a file while it was under way elsewhere.',
            'wayBack' => 'Where the phone is now is not known here. Look at it before you do anything else.',
        ]);
        // The line was written here, the journal was not.
        $run->newQuery()
            ->whereKey($run->id)
            ->update(['signature' => null]);

        return true;
    }

    /**
     * @param  list<JournalEvent>  $events
     * @return list<JournalEvent>
     */
    private static function withoutCameIn(array $events): array
    {
        $last = $events[count($events) - 1] ?? null;

        return ($last->data[self::CAME_IN] ?? false) === true ? array_slice($events, 0, -1) : $events;
    }
}

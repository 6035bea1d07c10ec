<?php

declare(strict_types=1);

namespace App\Bench;

use App\Data\SigningKey;
use App\Models\Run;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\PlanSeal;
use Tornavis\Core\Run\RunState;

/**
 * Refuses a run that cannot be taken in as it is.
 *
 * @phpstan-import-type RunDocument from RunFile
 */
final class RunIntakeCheck
{
    /** @throws FormatError when the bench has it, and cannot read what it has */
    public static function refuseSetAside(?Run $run): void
    {
        if ($run !== null && $run->problem() !== null) {
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$run->key}",
                'The bench has this run, and cannot read it',
                'a bench without it; mend or delete it first, under "What cannot be read"',
            );
        }
    }

    /**
     * @param  bool  $isOurs  whether its journal was written here
     *
     * @throws FormatError when it goes on here, so that nothing may come between
     */
    public static function refuseUnderWay(?Run $run, bool $isOurs): void
    {
        if ($run !== null && $isOurs && !in_array($run->status, [RunState::ENDED, RunState::STOPPED], true)) {
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$run->key}",
                'The run is under way here, and the file has a longer journal of it',
                'a run that has ended or was stopped here',
            );
        }
    }

    /**
     * @param  RunDocument  $document
     * @param  list<JournalEvent>  $events  its journal
     *
     * @throws FormatError when its journal or plan is not what was written
     */
    public static function refuseChanged(array $document, array $events): void
    {
        $previous = JournalEvent::BEGINNING;
        foreach ($events as $index => $event) {
            if (!$event->isWhole() || $event->previous !== $previous || $event->sequence !== $index + 1) {
                throw FormatError::invalid(
                    ArchiveIntake::WHERE,
                    "run {$document['key']}, event " . ($index + 1),
                    'The journal was changed or has a gap',
                    'the journal as it was written',
                );
            }
            $previous = $event->hash;
        }
        if (!PlanSeal::holds($document['plan'], $events)) {
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$document['key']}, plan",
                'It is not the plan that the run was begun with',
                'the plan whose sum the first event carries; it was changed',
            );
        }
    }

    /**
     * @param  RunDocument  $document
     * @param  list<JournalEvent>  $events  its journal
     * @param  list<JournalEvent>  $theirs  the same without the line that an intake wrote
     * @param  list<JournalEvent>  $mine  the journal that the bench has of the same run, likewise
     *
     * @throws FormatError when the bench has another journal of it, or somebody else has signed it
     */
    public static function refuseOther(array $document, array $events, array $theirs, array $mine): void
    {
        // One of both may have gone on since.
        foreach (array_slice($mine, 0, count($theirs)) as $index => $event) {
            if ($theirs[$index]->hash !== $event->hash) {
                throw FormatError::invalid(
                    ArchiveIntake::WHERE,
                    "run {$document['key']}, event " . ($index + 1),
                    'The bench has another journal of this run',
                    'the same run, or a longer one',
                );
            }
        }
        if (($document['signature']['sequence'] ?? 0) > count($events)) {
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$document['key']}",
                'Its journal ends before the line that was signed',
                'the whole journal; look for lines that are missing at the end',
            );
        }
        if (
            isset($document['signature']) &&
            !SigningKey::holds(
                $document['signature'],
                $document['key'],
                $events[$document['signature']['sequence'] - 1]->hash ?? '',
            )
        ) {
            throw FormatError::invalid(
                ArchiveIntake::WHERE,
                "run {$document['key']}, signature",
                'It is not the journal that was signed',
                'the journal as it was written by the installation whose key it carries',
            );
        }
    }
}

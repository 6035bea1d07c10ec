<?php

declare(strict_types=1);

namespace App\Bench;

use App\Data\SigningKey;
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
    /**
     * @param  RunDocument  $run
     *
     * @throws FormatError when it has not ended: a worker here would carry on what another one may be carrying out
     */
    public static function refuseOpen(array $run, string $where): void
    {
        $status = RunState::fold($run['plan'], array_map(JournalEvent::fromArray(...), $run['events']))->status;
        if (!in_array($status, [RunState::ENDED, RunState::STOPPED], true)) {
            throw FormatError::invalid(
                $where,
                'journal',
                "Its last line leaves the run {$status}",
                'a run that has ended or was stopped; stop it where it is under way, or look for lines that are ' .
                    'missing at the end',
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
     * @param  list<JournalEvent>  $known  the journal that the bench has of the same run
     *
     * @throws FormatError when the bench has another journal of it, or somebody else has signed it
     */
    public static function refuseOther(array $document, array $events, array $known): void
    {
        foreach ($known as $index => $event) {
            if (($events[$index]->hash ?? null) !== $event->hash) {
                throw FormatError::invalid(
                    ArchiveIntake::WHERE,
                    "run {$document['key']}, event " . ($index + 1),
                    'The bench has another journal of this run',
                    'the same run, or a longer one',
                );
            }
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

<?php

declare(strict_types=1);

namespace App\Serve;

use App\Data\DatabaseTrouble;
use App\Data\WorkLock;
use App\Jobs\AdvanceRun;
use App\Jobs\WorkQueue;
use App\Models\Run;
use Illuminate\Support\Facades\DB;
use PDOException;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Size;

/** Whether everything works, and what does not: for the line on the pages and for whoever watches this machine. */
final readonly class Health
{
    private const LEAST_FREE_BYTES = 64 << 20;

    private const PATIENCE_MILLISECONDS = 1500;

    private const WAITING_SECONDS = 20;

    private const GONE =
        'The database is not there. End Tornavis, then put it back, ' . 'or bring a copy back: ./tornavis restore FILE';

    private const LOCKED =
        'The database waits for another program that holds it. ' .
        'What you do is tried again; end that program if this stays.';

    private const READ_ONLY =
        'The database cannot be written. ' . 'Give this user write permission on it and on its folder.';

    private const DAMAGED =
        'The file of the database is damaged. ' . 'End Tornavis and bring a copy back: ./tornavis restore FILE';

    private const NO_DISK =
        'The disk of the database does not answer. ' . 'Look at the disk; what you do is tried again until it does.';

    private const FULL = 'The disk is full. Make room on it; runs wait and go on by themselves.';

    /** A part of what the database says, and what it means. */
    private const DATABASE_SAYS = [
        'unable to open' => self::GONE,
        'does not exist' => self::GONE,
        'no such table' => self::GONE,
        'is locked' => self::LOCKED,
        'is busy' => self::LOCKED,
        'disk is full' => self::FULL,
        'No space left on device' => self::FULL,
        'readonly' => self::READ_ONLY,
        'read-only' => self::READ_ONLY,
        'already an active transaction' => self::READ_ONLY,
        'disk I/O error' => self::NO_DISK,
        'not a database' => self::DAMAGED,
        'malformed' => self::DAMAGED,
    ];

    /** A run that goes on says something at least this often. */
    private const SILENT_RUN_SECONDS = 180;

    /**
     * What is wrong, in a sentence or two each; empty where all is well.
     *
     * @return list<string>
     */
    public static function problems(): array
    {
        return [...self::parts(), ...self::disk(), ...self::folders(), ...self::database()];
    }

    /**
     * @return list<string>
     */
    private static function parts(): array
    {
        $supervisor = Heartbeat::of('supervisor');
        if ($supervisor === null) {
            return OwnerLock::isHeld()
                ? []
                : ['Tornavis itself does not run, only its pages. Runs and files wait. Start it: ./tornavis serve'];
        }
        if (!Heartbeat::isFresh($supervisor)) {
            return [
                'Tornavis itself does not answer. Runs and files may wait. Look at where it was started; ' .
                './tornavis serve --take-over starts it anew.',
            ];
        }
        if (($supervisor['doing'] ?? '') === Supervisor::PREPARING) {
            return [
                'The data is being made ready. If this stays, the database waits for another program, or the disk ' .
                'is full.',
            ];
        }
        $problems = [];
        /** @var array<string, array{up: bool}> $parts */
        $parts = is_array($supervisor['parts'] ?? null) ? $supervisor['parts'] : [];
        foreach ($parts as $name => $part) {
            if (!$part['up']) {
                $problems[] = match (true) {
                    str_starts_with($name, 'runs-')
                        => 'A worker for runs is away. It is started again; runs go on by themselves.',
                    $name === 'files',
                    $name === 'large-files'
                        => 'A worker for files is away. It is started again; files wait to be read.',
                    $name === 'watch' => 'The folders are not looked at for the moment. This starts again by itself.',
                    $name === 'stand-in'
                        => 'The simulated phones are away. They are started again; runs wait for them.',
                    $name === 'door' => 'Other devices are not answered for the moment. This starts again by itself.',
                    default => "A part of Tornavis ({$name}) is away. It is started again.",
                };
            }
        }

        return $problems;
    }

    /**
     * @return list<string>
     */
    private static function disk(): array
    {
        $free = @disk_free_space(storage_path());

        return $free === false || $free >= self::LEAST_FREE_BYTES
            ? []
            : [
                'The disk is full: ' .
                Size::text(max(0, (int) $free)) .
                ' are free. Runs wait; make room on the disk of ' .
                storage_path() .
                ', and they go on by themselves.',
            ];
    }

    /**
     * @return list<string>
     */
    private static function folders(): array
    {
        $watch = Heartbeat::of('watch');
        $folders = is_array($watch['folders'] ?? null) ? $watch['folders'] : [];
        $waiting = is_array($watch['waiting'] ?? null) ? $watch['waiting'] : [];

        return array_values(array_filter([...$folders, ...$waiting], is_string(...)));
    }

    /**
     * @return list<string>
     */
    private static function database(): array
    {
        try {
            DB::statement('pragma busy_timeout = ' . self::PATIENCE_MILLISECONDS);
            DB::transaction(static fn(): bool => true);

            return [...self::waitingWork(), ...self::silentRuns()];
        } catch (PDOException $error) {
            return [self::words($error)];
        } catch (\Throwable) {
            return ['The database cannot be opened. Look at the log in ' . storage_path('logs') . '.'];
        } finally {
            self::patient();
        }
    }

    private static function patient(): void
    {
        try {
            DB::statement('pragma busy_timeout = ' . config()->integer('database.connections.sqlite.busy_timeout'));
        } catch (\Throwable) {
            DB::purge();
        }
    }

    /** Whether an error is about the database or the disk below it. */
    public static function isAbout(\Throwable $error): bool
    {
        return $error instanceof PDOException || str_contains($error->getMessage(), 'No space left on device');
    }

    /** What an error of the database or the disk means to a person. */
    public static function words(\Throwable $error): string
    {
        $says = DatabaseTrouble::says($error);
        foreach (self::DATABASE_SAYS as $part => $meaning) {
            if (str_contains($says, $part)) {
                return $meaning;
            }
        }

        return 'The database does not answer. Look at the log in ' . storage_path('logs') . '.';
    }

    /**
     * @return list<string>
     */
    private static function waitingWork(): array
    {
        $oldest = DB::table('jobs')
            ->where('queue', WorkQueue::Runs->value)
            ->whereNull('reserved_at')
            ->min('available_at');

        return is_numeric($oldest) && time() - (int) $oldest > self::WAITING_SECONDS
            ? ['A run waits for a worker. If this stays, look at the logs in ' . storage_path('logs') . '.']
            : [];
    }

    /**
     * @return list<string>
     */
    private static function silentRuns(): array
    {
        $problems = [];
        foreach (
            Run::query()
                ->where('status', RunState::RUNNING)
                ->get(['id', 'unit_label'])
            as $run
        ) {
            $last = DB::table('journal_events')->where('run_id', $run->id)->orderByDesc('sequence')->value('at');
            $silent = is_string($last) ? time() - (int) strtotime($last) : 0;
            if ($silent > self::SILENT_RUN_SECONDS) {
                $at = WorkLock::isHeld(AdvanceRun::lock($run->id))
                    ? 'It waits for the phone: look at its cable.'
                    : 'No worker is at it; it is taken up again.';
                $problems[] =
                    "The run on {$run->unit_label} has said nothing for " . Size::minutes($silent) . ". {$at}";
            }
        }

        return $problems;
    }
}

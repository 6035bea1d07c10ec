<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Run\JournalEvent;

/**
 * One line of a run's journal. The database refuses to change or delete it.
 *
 * @property int $run_id
 * @property int $sequence
 * @property string $at
 * @property string $kind
 * @property ?int $step
 * @property string $data
 * @property string $previous
 * @property string $hash
 */
final class JournalLine extends Model
{
    public $timestamps = false;

    protected $table = 'journal_events';

    protected $fillable = ['run_id', 'sequence', 'at', 'kind', 'step', 'data', 'previous', 'hash'];

    public static function of(int $runId, JournalEvent $event): self
    {
        return self::query()->create(
            [
                'run_id' => $runId,
                'data' => json_encode(
                    $event->data,
                    JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR,
                ),
            ] + $event->toArray(),
        );
    }

    /** Number of the last line of a run's journal; 0 where there is none. */
    public static function last(int $runId): int
    {
        $last = self::query()->where('run_id', $runId)->max('sequence');

        return is_numeric($last) ? (int) $last : 0;
    }

    /**
     * Takes lines back that no run wrote: those of an intake, and all of a run that a person deletes because it cannot
     * be read. The trigger that refuses it stands again when the transaction ends.
     *
     * @param  int  $after  number of the last line that stays
     */
    public static function takeBack(int $runId, int $after): void
    {
        DB::transaction(static function () use ($runId, $after): void {
            DB::unprepared('DROP TRIGGER journal_events_stay');
            self::query()->where('run_id', $runId)->where('sequence', '>', $after)->delete();
            DB::unprepared(
                "CREATE TRIGGER journal_events_stay BEFORE DELETE ON journal_events BEGIN SELECT RAISE(ABORT, 'the " .
                    "journal is append-only'); END",
            );
        });
    }

    public function event(): JournalEvent
    {
        return JournalEvent::fromArray(
            ['data' => json_decode($this->data, true, 32, JSON_THROW_ON_ERROR)] +
                $this->only(['sequence', 'at', 'kind', 'step', 'previous', 'hash']),
        );
    }
}

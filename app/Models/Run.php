<?php

declare(strict_types=1);

namespace App\Models;

use App\Data\ProgramVersion;
use App\Data\SigningKey;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use Tornavis\Core\Record\Record;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;

/**
 * A plan being carried out. Its state is the fold of its journal; `status` repeats it for searching.
 *
 * @property int $id
 * @property string $key
 * @property int $work_job_id
 * @property string $unit_label
 * @property string $codename
 * @property string $build
 * @property string $status
 * @property array<string, mixed> $plan
 * @property ?array{key: string, sequence: int, value: string} $signature of its journal
 * @property ?string $started_at ISO 8601
 * @property ?string $last_at ISO 8601, of the last event
 * @property int $expected_seconds
 * @property int $seconds on the phone's clock
 * @property ?int $step
 * @property int $steps
 * @property int $troubles how often a person was asked because something went wrong
 * @property WorkJob $job
 * @property ?Carbon $created_at
 */
final class Run extends Model
{
    use CanBeSetAside;
    use HasUlids;
    private const REMEMBER_SECONDS = 3600;

    protected $fillable = ['work_job_id', 'unit_label', 'codename', 'build', 'status', 'plan', 'signature'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['plan' => 'array', 'signature' => 'array'];
    }

    /** @return list<string> */
    public function uniqueIds(): array
    {
        return ['key'];
    }

    /** @return BelongsTo<WorkJob, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(WorkJob::class, 'work_job_id');
    }

    /** @return HasMany<JournalLine, $this> */
    public function lines(): HasMany
    {
        return $this->hasMany(JournalLine::class);
    }

    /**
     * @return list<JournalEvent>
     */
    public function events(int $after = 0): array
    {
        return array_values(
            $this->lines()
                ->where('sequence', '>', $after)
                ->orderBy('sequence')
                ->get()
                ->map(fn(JournalLine $line): JournalEvent => $line->event())
                ->all(),
        );
    }

    /** Where it stands. What was folded before is kept, so that only the lines since then are read. */
    public function state(): RunState
    {
        [$sequence, $before] = $this->remembered();
        $events = $this->events($sequence);
        if ($before !== null && $events === []) {
            return $before;
        }
        $state = RunState::fold($this->plan, $events, $before);
        $this->remember($events === [] ? $sequence : $events[count($events) - 1]->sequence, $state);

        return $state;
    }

    /**
     * @return array{int, ?RunState} number of the last line that was folded, and the state after it
     */
    private function remembered(): array
    {
        $kept = Cache::get("run-state:{$this->key}:" . ProgramVersion::version());
        if (!is_array($kept) || !is_int($kept['sequence'] ?? null) || !(($kept['state'] ?? null) instanceof RunState)) {
            return [0, null];
        }
        // It holds only for the very line that it was made after.
        $line = $this->lines()->where('sequence', $kept['sequence'])->value('hash');

        return $line !== null && $line === ($kept['hash'] ?? null) ? [$kept['sequence'], $kept['state']] : [0, null];
    }

    private function remember(int $sequence, RunState $state): void
    {
        $hash = $this->lines()->where('sequence', $sequence)->value('hash');
        try {
            Cache::put(
                "run-state:{$this->key}:" . ProgramVersion::version(),
                ['sequence' => $sequence, 'hash' => $hash, 'state' => $state],
                self::REMEMBER_SECONDS,
            );
        } catch (\Throwable) {
            // Without room for it all lines are read again.
        }
    }

    /** The plan with its empty objects kept apart from empty lists. */
    public function planObject(): \stdClass
    {
        $text = $this->getRawOriginal('plan');
        $plan = json_decode(is_string($text) ? $text : '{}');

        return $plan instanceof \stdClass ? $plan : new \stdClass();
    }

    /** Writes what the log shows of it beside plan and journal, from which it follows. */
    public function summarise(): bool
    {
        $events = $this->events();
        $state = RunState::fold($this->plan, $events);

        return self::withSetAside()
            ->whereKey($this->id)
            ->update([
                'status' => $state->status,
                'started_at' => $events[0]->at ?? null,
                'last_at' => $state->last?->at,
                'expected_seconds' => $this->expectedSeconds(),
                'seconds' => array_sum($state->seconds),
                'step' => $state->step,
                'steps' => count($state->steps),
                'troubles' => count(
                    array_filter(
                        $events,
                        static fn(JournalEvent $event): bool => $event->kind === EventKind::Asked &&
                            in_array($event->text('about'), RunState::TROUBLES, true),
                    ),
                ),
            ]) === 1;
    }

    /** What the plan reckoned with. */
    public function expectedSeconds(): int
    {
        return array_sum(
            array_map(static fn(PlannedStep $step): int => $step->expectedSeconds, PlannedStep::allOf($this->plan)),
        );
    }

    public function record(): Record
    {
        $events = $this->events();

        return Record::of($this->plan, $events, $this->signedBy($events));
    }

    /**
     * Whose signature its journal carries, in words.
     *
     * @param  list<JournalEvent>  $events
     */
    private function signedBy(array $events): string
    {
        $signature = $this->signature;
        if ($signature === null) {
            return 'not signed';
        }
        $hash = '';
        $after = [];
        foreach ($events as $event) {
            $hash = $event->sequence === $signature['sequence'] ? $event->hash : $hash;
            if ($event->sequence > $signature['sequence'] && $event->kind !== EventKind::Progress) {
                $after[] = $event;
            }
        }
        if ($after !== [] || !SigningKey::holds($signature, $this->key, $hash)) {
            return 'carries a signature that does not hold: it is not the journal that was signed';
        }
        $key = substr($signature['key'], 0, 16) . '…';

        return hash_equals(SigningKey::here(), $signature['key'])
            ? "signed by this installation (key {$key})"
            : "signed by another installation (key {$key})";
    }

    /** Number of the run that is at work on a phone, if one is. */
    public static function openOn(string $label): ?int
    {
        /** @var ?int */
        return self::query()
            ->where('unit_label', $label)
            ->whereNotIn('status', [RunState::ENDED, RunState::STOPPED])
            ->max('id');
    }

    /**
     * Whether a later run has worked on the same phone, so that this one must not go on; one that was taken in counts
     * by when it was made.
     */
    public function wasFollowed(): bool
    {
        return self::query()
            ->where('unit_label', $this->unit_label)
            ->where(
                fn(Builder $later): Builder => $later
                    ->where('created_at', '>', $this->created_at)
                    ->orWhere(
                        fn(Builder $same): Builder => $same
                            ->where('created_at', $this->created_at)
                            ->where('id', '>', $this->id),
                    ),
            )
            ->exists();
    }

    /**
     * The newest run of each of these phones; one that was taken in counts by when it was made.
     *
     * @param  list<string>  $labels
     * @return array<string, int> its id by label
     */
    public static function newest(array $labels): array
    {
        /** @var array<string, int> */
        return self::query()
            ->whereIn('unit_label', $labels)
            ->orderBy('created_at')
            ->orderBy('id')
            ->pluck('id', 'unit_label')
            ->all();
    }

    /**
     * Runs that a worker should be at.
     *
     * @return list<int> their ids
     */
    public static function underWay(): array
    {
        /** @var list<int> */
        return self::query()
            ->whereIn('status', [RunState::NOT_STARTED, RunState::RUNNING, RunState::LOST])
            ->pluck('id')
            ->all();
    }
}

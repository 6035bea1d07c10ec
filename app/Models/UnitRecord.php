<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\Unit;

/**
 * A phone on the bench.
 *
 * @property int $id
 * @property string $label
 * @property string $codename  "" where it is not known
 * @property array<string, mixed> $document
 * @property ?Carbon $deleted_at when it was taken off the bench
 * @property int $version changes so far, counted by the database
 * @property Collection<int, WorkJob> $jobs
 * @property ?WorkJob $latestJob
 */
final class UnitRecord extends Model
{
    use CanBeSetAside;
    use SoftDeletes;

    /** How long a phone can be put back that was taken off the bench. */
    private const KEPT_HOURS = 24;

    protected $table = 'units';

    protected $fillable = ['label', 'codename', 'document'];

    /** What a list needs to know whether it knows the unit already. */
    public const LISTED = ['id', 'label', 'codename', 'version'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array'];
    }

    public static function keep(Unit $unit): self
    {
        return self::withSetAside()
            ->updateOrCreate(
                ['label' => $unit->label],
                ['codename' => $unit->codename ?? '', 'document' => $unit->toArray()],
            )
            ->comeBack();
    }

    /** Another phone with the label of one that was taken off the bench takes its place for good. */
    protected static function booted(): void
    {
        self::creating(static function (self $unit): void {
            self::onlyTrashed()->where('label', $unit->label)->forceDelete();
        });
    }

    /** Off the bench with its jobs; all of it can be put back for a day. */
    public function takeOff(): void
    {
        self::forgetTakenOff();
        $now = $this->freshTimestamp();
        DB::transaction(function () use ($now): void {
            $this->jobs()->update(['deleted_at' => $now]);
            $this->forceFill(['deleted_at' => $now])->save();
        });
    }

    /**
     * Back on the bench, with the jobs that went with it.
     *
     * @throws ModelNotFoundException where it was taken off too long ago, or another phone has its label
     */
    public static function putBack(string $label): void
    {
        self::forgetTakenOff();
        $unit = self::onlyTrashed()->where('label', $label)->firstOrFail();
        DB::transaction(static function () use ($unit): void {
            $unit->jobs()->onlyTrashed()->where('deleted_at', $unit->deleted_at)->restore();
            $unit->restore();
        });
    }

    /** Lets go of those that were taken off long ago. */
    private static function forgetTakenOff(): void
    {
        self::onlyTrashed()->where('deleted_at', '<', now()->subHours(self::KEPT_HOURS))->forceDelete();
    }

    /** @throws ModelNotFoundException where no phone has this label */
    public static function labelled(string $label): self
    {
        return self::query()->where('label', $label)->firstOrFail();
    }

    public function unit(): Unit
    {
        return Unit::kept($this->document);
    }

    /** Adds statements; older ones stay in the history. */
    public function learn(Fact ...$facts): void
    {
        $this->change(static fn(Unit $unit): Unit => $unit->withFacts(...$facts));
    }

    /**
     * Changes the unit as it is now, whatever this record has held for how long; its label stays.
     *
     * @param  callable(Unit): Unit  $change
     */
    public function change(callable $change): void
    {
        DB::transaction(function () use ($change): void {
            $this->refresh();
            $unit = self::placed($change($this->unit()));
            $this->update(['codename' => $unit->codename ?? '', 'document' => $unit->toArray()]);
        });
    }

    /** With what was read before anybody knew which slot it was of, in the slot in use. */
    private static function placed(Unit $unit): Unit
    {
        $sheet = SheetRecord::query()->where('codename', $unit->codename)->first()?->sheet();

        return $sheet === null ? $unit : $unit->placedIn($sheet);
    }

    /** @return HasMany<WorkJob, $this> */
    public function jobs(): HasMany
    {
        return $this->hasMany(WorkJob::class, 'unit_id')->chaperone('unit');
    }

    /** @return HasOne<WorkJob, $this> */
    public function latestJob(): HasOne
    {
        return $this->hasOne(WorkJob::class, 'unit_id')->latestOfMany('id')->chaperone('unit');
    }

    public function getRouteKeyName(): string
    {
        return 'label';
    }
}

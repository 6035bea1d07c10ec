<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Attributes\Scope;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use Tornavis\Core\Words\Intent;

/**
 * A job: one phone, one intent, a kit, and what the person has answered.
 *
 * @property int $id
 * @property string $key
 * @property int $unit_id
 * @property Intent $intent
 * @property list<int> $kit
 * @property array{
 *     agreed?: list<string>,
 *     waived?: list<string>,
 *     house?: array<string, string|int>,
 *     backup?: ?string,
 *     questions?: array<string, string>,
 *     backUp?: list<string>
 * } $answers
 * @property UnitRecord $unit
 * @property Collection<int, Run> $runs
 * @property ?Run $lastRun
 * @property int $version changes so far
 * @property ?Carbon $created_at
 * @property ?Carbon $updated_at
 */
final class WorkJob extends Model
{
    use CanBeSetAside;
    use HasUlids;
    use SoftDeletes;

    /** How long a deleted job can be brought back. */
    private const KEPT_HOURS = 24;

    protected $fillable = ['unit_id', 'intent', 'kit', 'answers'];

    protected $attributes = ['version' => 1];

    protected static function booted(): void
    {
        self::updating(static fn(self $job): int => ++$job->version);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['intent' => Intent::class, 'kit' => 'array', 'answers' => 'array'];
    }

    /** @return list<string> */
    public function uniqueIds(): array
    {
        return ['key'];
    }

    /** @return BelongsTo<UnitRecord, $this> */
    public function unit(): BelongsTo
    {
        return $this->belongsTo(UnitRecord::class, 'unit_id');
    }

    /**
     * Those that nobody has run yet.
     *
     * @param  Builder<self>  $query
     */
    #[Scope]
    protected function notRun(Builder $query): void
    {
        $query->doesntHave('runs');
    }

    /** Lets go of those that were deleted long ago. */
    public static function forgetDeleted(): void
    {
        self::onlyTrashed()->where('deleted_at', '<', now()->subHours(self::KEPT_HOURS))->forceDelete();
    }

    /** Whether some job has this file in its kit. */
    public static function anyHolds(PackageRecord $package): bool
    {
        return self::query()->whereJsonContains('kit', $package->id)->exists();
    }

    /** @return HasMany<Run, $this> */
    public function runs(): HasMany
    {
        return $this->hasMany(Run::class);
    }

    /**
     * Its latest run without plan and journal.
     *
     * @return HasOne<Run, $this>
     */
    public function lastRun(): HasOne
    {
        $runs = $this->hasOne(Run::class)->latestOfMany('id');
        $runs
            ->getQuery()
            ->getQuery()
            ->select(['runs.id', 'runs.work_job_id', 'runs.build', 'runs.status', 'runs.step', 'runs.steps']);

        return $runs;
    }

    /**
     * Takes the other school in this job alone; not saved.
     *
     * @param  array<string, string|int>  $house  value by name of the house rule
     */
    public function choose(array $house): self
    {
        $this->answers = ['house' => $house + ($this->answers['house'] ?? [])] + $this->answers;

        return $this;
    }

    public function latestRun(): ?Run
    {
        return $this->runs()->latest('id')->first();
    }
}

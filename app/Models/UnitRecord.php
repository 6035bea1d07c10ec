<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\Unit;

/**
 * A phone on the bench.
 *
 * @property int $id
 * @property string $label
 * @property string $codename  "" where it is not known
 * @property array<string, mixed> $document
 * @property Collection<int, WorkJob> $jobs
 */
final class UnitRecord extends Model
{
    protected $table = 'units';

    protected $fillable = ['label', 'codename', 'document'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array'];
    }

    public static function keep(Unit $unit): self
    {
        return self::query()->updateOrCreate(['label' => $unit->label], ['codename' => $unit->codename ?? '', 'document' => $unit->toArray()]);
    }

    public function unit(): Unit
    {
        return Unit::kept($this->document);
    }

    /** Adds statements; older ones stay in the history. */
    public function learn(Fact ...$facts): void
    {
        $this->become($this->unit()->withFacts(...$facts));
    }

    /** The unit with something more or otherwise; its label stays. */
    public function become(Unit $unit): void
    {
        $this->update(['codename' => $unit->codename ?? '', 'document' => $unit->toArray()]);
    }

    /** @return HasMany<WorkJob, $this> */
    public function jobs(): HasMany
    {
        return $this->hasMany(WorkJob::class, 'unit_id')->chaperone('unit');
    }

    public function getRouteKeyName(): string
    {
        return 'label';
    }
}

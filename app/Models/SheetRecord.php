<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Situation\SituationError;

/**
 * A model sheet as it was taken in.
 *
 * @property string $codename
 * @property array<string, mixed> $document
 */
final class SheetRecord extends Model
{
    use CanBeSetAside;

    protected $table = 'model_sheets';

    protected $fillable = ['codename', 'document'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array'];
    }

    public function getRouteKeyName(): string
    {
        return 'codename';
    }

    /** @param  string  $why  what changed it, for its history */
    public static function keep(ModelSheet $sheet, string $why = 'entered'): self
    {
        $before = self::query()->firstWhere('codename', $sheet->codename);
        $record = self::withSetAside()
            ->updateOrCreate(['codename' => $sheet->codename], ['document' => $sheet->toArray()])
            ->comeBack();
        if ($before?->document !== $sheet->toArray()) {
            SheetRevision::query()->create([
                'codename' => $sheet->codename,
                'document' => $sheet->toArray(),
                'why' => $why,
            ]);
        }

        return $record;
    }

    public function sheet(): ModelSheet
    {
        return ModelSheet::kept($this->document);
    }

    /** @throws SituationError when there is no sheet for the unit's codename */
    public static function forUnit(UnitRecord $unit): ModelSheet
    {
        return self::query()->firstWhere('codename', $unit->codename)?->sheet() ??
            throw SituationError::noSheet($unit->label, $unit->codename);
    }

    /**
     * @return array<string, ModelSheet> by codename
     */
    public static function sheets(): array
    {
        return self::query()
            ->get()
            ->sortBy('codename')
            ->mapWithKeys(static fn(self $record): array => [$record->codename => $record->sheet()])
            ->all();
    }

    /**
     * @return list<string>
     */
    public static function codenames(): array
    {
        /** @var list<string> */
        return self::query()->orderBy('codename')->pluck('codename')->all();
    }
}

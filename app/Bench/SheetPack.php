<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\SheetRecord;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Draft\SheetMerge;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;

/**
 * Model sheets in one file, to be handed on. What comes from elsewhere is compared first: it adds what is not known
 * here, and never overrules what is.
 *
 * @phpstan-type Change array{what: string, name: string, change: string, notes: list<string>}
 */
final class SheetPack
{
    /**
     * @param  list<string>  $codenames  all where it is empty
     * @return array<string, mixed> docs/formats/sheet-pack.schema.json
     */
    public static function of(array $codenames): array
    {
        $sheets = SheetRecord::sheets();
        $chosen = $codenames === [] ? $sheets : array_intersect_key($sheets, array_flip($codenames));

        return [
            'format' => 'tornavis/sheet-pack',
            'version' => 1,
            'sheets' => array_values(array_map(static fn(ModelSheet $one): array => $one->toArray(), $chosen)),
        ];
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     * @return list<Change> what it adds, sheet by sheet
     *
     * @throws FormatError with the first thing that is wrong; nothing is taken in then
     */
    public static function take(array $data, bool $isDry): array
    {
        Schema::of('sheet-pack')->check($data, 'the pack');
        /** @var list<array<string, mixed>> $documents */
        $documents = $data['sheets'];
        $theirs = array_map(
            static fn(array $one): ModelSheet => ModelSheet::fromArray($one, 'a sheet of the pack'),
            $documents,
        );
        $here = SheetRecord::sheets();

        return DB::transaction(
            static fn(): array => array_map(
                static fn(ModelSheet $one): array => self::takeOne($one, $here[$one->codename] ?? null, $isDry),
                $theirs,
            ),
        );
    }

    /**
     * @return Change
     */
    private static function takeOne(ModelSheet $theirs, ?ModelSheet $mine, bool $isDry): array
    {
        $merge = $mine === null ? null : SheetMerge::of($mine, $theirs);
        $change = match (true) {
            $merge === null => IntakeChanges::ADDED,
            $merge->added === [] => IntakeChanges::SAME,
            default => IntakeChanges::CHANGED,
        };
        if (!$isDry && $change !== IntakeChanges::SAME) {
            SheetRecord::keep($merge?->sheet() ?? $theirs, 'taken in from a pack');
        }

        return [
            'what' => 'model sheet',
            'name' => $theirs->codename,
            'change' => $change,
            'notes' => $merge === null ? [] : self::notes($merge),
        ];
    }

    /**
     * What a merge adds and where both differ, in sentences.
     *
     * @return list<string>
     */
    public static function notes(SheetMerge $merge): array
    {
        $added = $merge->added === [] ? [] : ['It adds ' . implode(', ', $merge->added) . '.'];
        $differs = array_map(
            static fn(array $one): string => "{$one['field']} is " .
                self::say($one['here']) .
                ' here and ' .
                self::say($one['there']) .
                ' there. What is here stays.',
            $merge->differs,
        );

        return [...$added, ...$differs];
    }

    private static function say(mixed $value): string
    {
        $isPlain = is_scalar($value) || $value === null;

        return $isPlain
            ? FactName::say('', $value)
            : json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }
}

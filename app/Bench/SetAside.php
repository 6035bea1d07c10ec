<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\JournalLine;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Format\FormatError;

/**
 * Rows that cannot be read: found, set aside so that the pages go on without them, and mended or deleted by a person.
 *
 * @phpstan-type Row array{kind: string, id: string, name: string, problem: string, mendable: bool, stored: string}
 */
final class SetAside
{
    /** Name of the kind → its table's columns that a person may mend. */
    private const COLUMNS = [
        'sheet' => ['codename', 'document'],
        'phone' => ['label', 'codename', 'document'],
        'job' => ['intent', 'kit', 'answers', 'created_at', 'updated_at'],
        'run' => ['unit_label', 'codename', 'build', 'status', 'plan', 'signature', 'created_at', 'updated_at'],
        'setting' => ['value'],
    ];

    private const JSON = ['document', 'kit', 'answers', 'plan', 'signature', 'value'];

    private const AT_ONCE = 50;

    /**
     * Looks at every row, and sets aside what cannot be read and what belongs to it; what can be read again comes back.
     *
     * @return int rows whose state has changed
     */
    public static function look(): int
    {
        $changed = self::lookAtFiles();
        $marks = [];
        foreach (DB::table('set_aside')->get() as $mark) {
            $marks[$mark->of][$mark->row] = $mark->problem;
        }
        foreach (array_keys(self::COLUMNS) as $kind) {
            foreach (self::rows($kind)->lazyById(self::AT_ONCE, self::key($kind)) as $row) {
                $problem = RowCheck::problem($row) ?? self::problemOfItsOwner($row);
                if ($problem !== ($marks[$row->getTable()][self::keyOf($row)] ?? null)) {
                    $row->setAside($problem);
                    $changed++;
                }
            }
        }

        return $changed;
    }

    /** What is known of a file was read from it, and can be read anew. */
    private static function lookAtFiles(): int
    {
        $changed = 0;
        foreach (PackageRecord::query()->lazyById(self::AT_ONCE) as $file) {
            if (RowCheck::problem($file) !== null) {
                $file->readAnew();
                $changed++;
            }
        }

        return $changed;
    }

    /**
     * @return list<Row>
     */
    public static function all(): array
    {
        $rows = [];
        foreach (array_keys(self::COLUMNS) as $kind) {
            foreach (self::setAside($kind)->get() as $row) {
                $rows[] = self::row($kind, $row);
            }
        }

        return $rows;
    }

    /** How many there are. */
    public static function count(): int
    {
        return DB::table('set_aside')->count();
    }

    /**
     * Writes what a person has mended; the row comes back with all that belongs to it.
     *
     * @param  array<string, mixed>  $stored  by column
     *
     * @throws FormatError where it cannot be read with that either; nothing has changed then
     */
    public static function mend(string $kind, string $id, array $stored): void
    {
        $row = self::find($kind, $id);
        $unknown = array_diff(array_keys($stored), self::COLUMNS[$kind]);
        if ($unknown !== []) {
            throw FormatError::invalid(
                "{$kind} {$id}",
                implode(', ', $unknown),
                'There is no such part',
                implode(', ', self::COLUMNS[$kind]),
            );
        }
        DB::transaction(static function () use ($kind, $id, $row, $stored): void {
            $values = [];
            foreach ($stored as $column => $value) {
                $values[$column] = in_array($column, self::JSON, true)
                    ? json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)
                    : $value;
            }
            self::rows($kind)->whereKey($row->getKey())->toBase()->update($values);
            $problem = RowCheck::problem(self::find($kind, $id));
            if ($problem !== null) {
                throw FormatError::invalid("{$kind} {$id}", 'what was mended', $problem, 'what the pages can show');
            }
            self::look();
        });
    }

    /** Deletes a row that was set aside, with all that belongs to it. */
    public static function delete(string $kind, string $id): void
    {
        $row = self::find($kind, $id);
        DB::transaction(static function () use ($row): void {
            $jobs = match (true) {
                $row instanceof UnitRecord => WorkJob::withSetAside()->withTrashed()->where('unit_id', $row->id),
                $row instanceof WorkJob => WorkJob::withSetAside()->withTrashed()->whereKey($row->id),
                default => null,
            };
            $runs = $row instanceof Run ? Run::withSetAside()->whereKey($row->id) : null;
            $runs ??= $jobs === null ? null : Run::withSetAside()->whereIn('work_job_id', $jobs->select('id'));
            foreach ($runs?->get(['id']) ?? [] as $run) {
                JournalLine::takeBack($run->id, 0);
            }
            foreach ($runs?->get() ?? [] as $run) {
                $run->setAside(null);
            }
            foreach ($jobs?->get() ?? [] as $job) {
                $job->setAside(null);
            }
            $row->setAside(null);
            $runs?->toBase()->delete();
            $jobs?->toBase()->delete();
            self::rowsOf($row)->whereKey($row->getKey())->toBase()->delete();
        });
    }

    private static function find(string $kind, string $id): SheetRecord|UnitRecord|WorkJob|Run|Setting
    {
        return self::setAside($kind)->findOrFail($id);
    }

    /** What a row belongs to may be what cannot be read. */
    private static function problemOfItsOwner(Model $row): ?string
    {
        $unit = $row instanceof WorkJob ? self::setAside('phone')->find($row->unit_id) : null;
        $job = $row instanceof Run ? self::setAside('job')->find($row->work_job_id) : null;

        return match (true) {
            $unit instanceof UnitRecord => "Its phone {$unit->label} cannot be read.",
            $job instanceof WorkJob => "Its job {$job->id} cannot be read.",
            default => null,
        };
    }

    /**
     * @return Row
     */
    private static function row(string $kind, SheetRecord|UnitRecord|WorkJob|Run|Setting $row): array
    {
        $stored = [];
        foreach (self::COLUMNS[$kind] as $column) {
            $value = $row->getRawOriginal($column);
            $decoded = in_array($column, self::JSON, true) && is_string($value) ? json_decode($value) : null;
            $stored[$column] = $decoded ?? (is_string($value) ? mb_scrub($value) : $value);
        }
        return [
            'kind' => $kind,
            'id' => self::keyOf($row),
            'name' => match (true) {
                $row instanceof SheetRecord => $row->codename,
                $row instanceof UnitRecord => $row->label,
                $row instanceof Run => "{$row->unit_label}: {$row->build}",
                default => self::keyOf($row),
            },
            'problem' => (string) $row->problem(),
            'mendable' => self::problemOfItsOwner($row) === null,
            // As text, so that nothing of it is taken for a sentence of the page.
            'stored' => json_encode(
                $stored,
                JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            ),
        ];
    }

    private static function keyOf(Model $row): string
    {
        $key = $row->getKey();

        return is_scalar($key) ? (string) $key : '';
    }

    /** @return Builder<covariant SheetRecord|UnitRecord|WorkJob|Run|Setting> */
    private static function setAside(string $kind): Builder
    {
        $rows = self::rows($kind);

        return $rows->whereIn(
            $rows->getModel()->getQualifiedKeyName(),
            static fn(Query $marks) => $marks
                ->select('row')
                ->from('set_aside')
                ->where('of', $rows->getModel()->getTable()),
        );
    }

    private static function key(string $kind): string
    {
        return $kind === 'setting' ? 'name' : 'id';
    }

    /** @return Builder<covariant SheetRecord|UnitRecord|WorkJob|Run|Setting> */
    private static function rows(string $kind): Builder
    {
        return match ($kind) {
            'sheet' => SheetRecord::withSetAside(),
            'phone' => UnitRecord::withSetAside()->withTrashed(),
            'job' => WorkJob::withSetAside()->withTrashed(),
            'run' => Run::withSetAside(),
            'setting' => Setting::withSetAside(),
            default => abort(404, "There is no kind \"{$kind}\"."),
        };
    }

    /** @return Builder<covariant Model> */
    private static function rowsOf(Model $row): Builder
    {
        return $row->newQueryWithoutScopes();
    }
}

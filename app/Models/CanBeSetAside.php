<?php

declare(strict_types=1);

namespace App\Models;

use App\Events\RowCameBack;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;

/**
 * A row that cannot be read is set aside with the reason. Every query leaves it out but those that ask for it, so that
 * one row takes no page down; a person mends or deletes it.
 */
trait CanBeSetAside
{
    private const READABLE = 'readable';

    protected static function bootCanBeSetAside(): void
    {
        self::addGlobalScope(
            self::READABLE,
            static fn(Builder $query) => $query->whereNotIn(
                $query->getModel()->getQualifiedKeyName(),
                static fn(Query $marks) => $marks->select('row')->from('set_aside')->where('of', self::tableName()),
            ),
        );
    }

    /** @return Builder<static> every row, those that were set aside too */
    public static function withSetAside(): Builder
    {
        return self::query()->withoutGlobalScope(self::READABLE);
    }

    /** Why it cannot be read; null where it can. */
    public function problem(): ?string
    {
        $problem = $this->mark()->value('problem');

        return is_string($problem) ? $problem : null;
    }

    /** @param  ?string  $problem  null where it can be read again */
    public function setAside(?string $problem): void
    {
        $problem === null
            ? $this->mark()->delete()
            : $this->mark()->updateOrInsert($this->nameOfMark(), ['problem' => $problem]);
    }

    /** After it was written anew: where it was set aside, it comes back, and with it perhaps what belongs to it. */
    public function comeBack(): self
    {
        if ($this->mark()->delete() > 0) {
            event(new RowCameBack());
        }

        return $this;
    }

    private function mark(): Query
    {
        return DB::table('set_aside')->where($this->nameOfMark());
    }

    /** @return array{of: string, row: string} */
    private function nameOfMark(): array
    {
        $key = $this->getKey();

        return ['of' => self::tableName(), 'row' => is_scalar($key) ? (string) $key : ''];
    }

    private static function tableName(): string
    {
        return (new self())->getTable();
    }
}

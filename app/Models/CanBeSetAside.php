<?php

declare(strict_types=1);

namespace App\Models;

use App\Events\RowCameBack;
use Illuminate\Database\Eloquent\Builder;

/**
 * A row that cannot be read is set aside with the reason. Every query leaves it out but those that ask for it, so that
 * one row takes no page down; a person mends or deletes it.
 *
 * @property ?string $unreadable why it cannot be read
 */
trait CanBeSetAside
{
    private const READABLE = 'readable';

    protected static function bootCanBeSetAside(): void
    {
        self::addGlobalScope(
            self::READABLE,
            static fn(Builder $query) => $query->whereNull($query->getModel()->qualifyColumn('unreadable')),
        );
        self::updated(static function (self $row): void {
            if ($row->wasChanged('unreadable') && $row->unreadable === null) {
                event(new RowCameBack());
            }
        });
    }

    /** @return Builder<static> every row, those that were set aside too */
    public static function withSetAside(): Builder
    {
        return self::query()->withoutGlobalScope(self::READABLE);
    }

    /** @return Builder<static> only the rows that were set aside */
    public static function setAside(): Builder
    {
        return self::withSetAside()->whereNotNull('unreadable');
    }
}

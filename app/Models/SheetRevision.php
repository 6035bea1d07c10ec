<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A model sheet as it was at one time, and what made it so.
 *
 * @property string $codename
 * @property array<string, mixed> $document
 * @property string $why
 * @property ?Carbon $created_at
 */
final class SheetRevision extends Model
{
    public const UPDATED_AT = null;

    protected $fillable = ['codename', 'document', 'why'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['document' => 'array'];
    }
}

<?php

declare(strict_types=1);

namespace App\Data;

use Illuminate\Support\Facades\Cache;

/** What was computed once and holds as long as its ground: one entry of the cache for a kind of value. */
final class RevisionCache
{
    private const SECONDS = 86_400;

    /**
     * @return array<array-key, mixed>
     */
    public static function all(string $kind, string $revision): array
    {
        $kept = Cache::get("kept:{$kind}");

        return is_array($kept) && ($kept['revision'] ?? null) === $revision && is_array($kept['values'] ?? null)
            ? $kept['values']
            : [];
    }

    /**
     * @param  array<int, string>  $wanted  key of the value by key of one's own
     * @return array<int, array<string, mixed>> by key of one's own, those that are kept
     */
    public static function many(string $kind, string $revision, array $wanted): array
    {
        $kept = self::all($kind, $revision);
        $found = [];
        foreach ($wanted as $own => $key) {
            if (is_array($kept[$key] ?? null)) {
                $found[$own] = $kept[$key];
            }
        }

        /** @var array<int, array<string, mixed>> */
        return $found;
    }

    /**
     * @param  array<array-key, mixed>  $values
     */
    public static function keep(string $kind, string $revision, array $values): void
    {
        try {
            Cache::put("kept:{$kind}", ['revision' => $revision, 'values' => $values], self::SECONDS);
        } catch (\Throwable) {
            // Without room for it, it is computed again.
        }
    }

    /** Takes away what the cache keeps beyond its time; by itself it only overwrites. */
    public static function prune(): void
    {
        foreach (glob(storage_path('framework/cache/data/*/*/*')) ?: [] as $file) {
            $until = (int) @file_get_contents($file, false, null, 0, 10);
            if ($until > 0 && $until < time()) {
                @unlink($file);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Language\Languages;

/**
 * The short articles of the handbook, which the pages show and the search looks through.
 *
 * @phpstan-type Article array{id: string, title: string, lead: string, words: list<string>}
 */
final class HandbookArticles
{
    /**
     * @return list<Article>
     */
    public static function all(string $language): array
    {
        /** @var list<Article> $written */
        $written = json_decode(
            (string) file_get_contents(resource_path('handbook/articles.json')),
            true,
            flags: JSON_THROW_ON_ERROR,
        );
        /** @var array<string, Article> $translated */
        $translated = $language === Languages::SOURCE ? [] : Languages::catalogue($language)['articles'] ?? [];

        return array_map(static fn(array $one): array => ($translated[$one['id']] ?? []) + $one, $written);
    }
}

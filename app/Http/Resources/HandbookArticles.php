<?php

declare(strict_types=1);

namespace App\Http\Resources;

/** The short articles of the handbook, which the pages show and the search looks through. */
final class HandbookArticles
{
    /**
     * @return list<array{id: string, title: string, lead: string, words: list<string>}>
     */
    public static function all(): array
    {
        /** @var list<array{id: string, title: string, lead: string, words: list<string>}> */
        return json_decode(
            (string) file_get_contents(resource_path('handbook/articles.json')),
            true,
            flags: JSON_THROW_ON_ERROR,
        );
    }
}

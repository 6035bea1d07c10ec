<?php

declare(strict_types=1);

namespace App\Language;

use Illuminate\Http\Request;

/** The languages that have a catalogue in resources/lang; English is the one of the source. */
final class Languages
{
    /** The pages keep in it what a person chose. */
    public const COOKIE = 'tornavis-language';

    public const SOURCE = 'en';

    /** What the person at the browser chose; English, and everything that is no language, counts as English. */
    public static function chosen(Request $request): string
    {
        $language = $request->cookies->get(self::COOKIE);
        $isKnown = is_string($language) && in_array($language, self::others(), true);

        return $isKnown ? $language : self::SOURCE;
    }

    public static function file(string $language): string
    {
        return resource_path("lang/{$language}.json");
    }

    /** @param  string  $language  one of others() */
    public static function texts(string $language): CoreTexts
    {
        return new CoreTexts(self::core($language), self::words($language));
    }

    /** Another one wherever the catalogue is another one. */
    public static function revision(string $language): string
    {
        return "{$language} " . filemtime(self::file($language)) . ' ' . filesize(self::file($language));
    }

    /**
     * Single words, and what stands between the members of a list; by the English ones.
     *
     * @return array<string, string>
     */
    private static function words(string $language): array
    {
        $words = self::catalogue($language)['words'] ?? [];

        return is_array($words) ? array_filter($words, is_string(...)) : [];
    }

    /**
     * Those that the source has to be translated into.
     *
     * @return list<string>
     */
    public static function others(): array
    {
        $names = array_map(static fn(string $file): string => basename($file, '.json'), glob(self::file('*')) ?: []);

        return array_values(array_diff($names, [self::SOURCE]));
    }

    /**
     * @return array<string, mixed> the texts of the pages by key; those of the core in English in the section "core"
     */
    public static function catalogue(string $language): array
    {
        /** @var array<string, mixed> */
        return json_decode((string) file_get_contents(self::file($language)), true, flags: JSON_THROW_ON_ERROR);
    }

    /**
     * @param  array<string, mixed>  $catalogue
     */
    public static function write(string $language, array $catalogue): void
    {
        $text = json_encode($catalogue, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        // Two spaces, as the formatter of the pages has it.
        $text = (string) preg_replace_callback(
            '/^ +/m',
            static fn(array $in): string => substr($in[0], 0, intdiv(strlen($in[0]), 2)),
            (string) $text,
        );
        file_put_contents(self::file($language), "{$text}\n");
    }

    /**
     * @return array<string, string> translation by English text
     */
    public static function core(string $language): array
    {
        $core = self::catalogue($language)['core'] ?? [];

        return is_array($core) ? array_filter($core, is_string(...)) : [];
    }
}

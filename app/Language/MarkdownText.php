<?php

declare(strict_types=1);

namespace App\Language;

use Tornavis\Core\Words\Markdown;

/** A page in Markdown in another language: its marks stay, and what stands between them is said. */
final class MarkdownText
{
    /** The beginnings of headings, of list entries and of numbered ones, and what stands around bold. */
    public const MARKS = '/^\s*(?:[-#]+|\d+\.) |\*\*/';

    private const MARKS_AND_BARS = '/^\s*(?:[-#]+|\d+\.) |\*\*| ?(?<!\\\\)\| ?/';

    public static function say(string $page, CoreTexts $texts): string
    {
        $lines = array_map(static fn(string $line): string => self::line($line, $texts), explode("\n", $page));

        return implode("\n", $lines);
    }

    private static function line(string $line, CoreTexts $texts): string
    {
        preg_match_all(self::MARKS_AND_BARS, $line, $marks);
        $said = '';
        foreach (preg_split(self::MARKS_AND_BARS, $line) ?: [] as $index => $text) {
            $said .= self::said($text, $texts) . ($marks[0][$index] ?? '');
        }

        return $said;
    }

    /** What stands there is text of others too, so that it is marked as text again. */
    private static function said(string $text, CoreTexts $texts): string
    {
        $plain = Markdown::plain($text);
        $said = $texts->say($plain);

        return $said === $plain ? $text : Markdown::text($said);
    }
}

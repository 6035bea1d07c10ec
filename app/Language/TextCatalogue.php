<?php

declare(strict_types=1);

namespace App\Language;

/** What a language has for the texts of the core: whole texts, forms with places for values, and tails. */
final class TextCatalogue
{
    /** So many letters of a form's beginning tell it from most others. */
    private const BEGINNING = 4;

    /** @var array<string, string> translation by English text, without places */
    private array $whole;

    /** @var array<string, list<TextForm>> by their first letters; those with the most letters of their own first */
    private array $forms = [];

    /** @var list<TextForm> what other texts end with */
    public array $tails = [];

    /**
     * @param  array<string, string>  $translations  by English text; an empty one is not made yet
     * @param  array<string, string>  $words  single ones, and what stands between the members of a list
     */
    public function __construct(array $translations, array $words)
    {
        $this->whole = $words;
        foreach (array_filter($translations, static fn(string $one): bool => $one !== '') as $english => $other) {
            if (TextForm::isTail($english)) {
                $this->tails[] = TextForm::tail($english, $other);
            }
            if (str_contains($english, '{')) {
                $form = TextForm::of($english, $other);
                $this->forms[self::beginning($form->start)][] = $form;
            } else {
                $this->whole[$english] = $other;
            }
        }
        foreach ($this->forms as &$forms) {
            usort($forms, static fn(TextForm $one, TextForm $two): int => $two->letters <=> $one->letters);
        }
    }

    public function whole(string $text): ?string
    {
        return $this->whole[$text] ?? null;
    }

    /**
     * @return list<TextForm> those that a text may be of
     */
    public function forms(string $text): array
    {
        return [...$this->forms[self::beginning($text)] ?? [], ...$this->forms[''] ?? []];
    }

    /** What forms are looked up by; empty where a form begins with a value, or nearly so. */
    private static function beginning(string $text): string
    {
        return strlen($text) < self::BEGINNING ? '' : substr($text, 0, self::BEGINNING);
    }
}

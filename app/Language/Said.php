<?php

declare(strict_types=1);

namespace App\Language;

/** A text in another language, and how much of the English one was translated. */
final readonly class Said
{
    /** What has no translation is a name where it has at most so many words. */
    private const WORDS_OF_NAME = 3;

    /**
     * @param  int  $missed  letters of the English text that have no translation; names have none
     * @param  bool  $isWhole  whether nothing but names was left as it is
     * @param  bool  $isKnown  whether something in it stands in the catalogue
     * @param  bool  $isMostlyOwn  whether most letters are those of one sentence of the catalogue, and not its values
     */
    private function __construct(
        public string $text,
        public int $missed,
        public bool $isWhole,
        public bool $isKnown = true,
        public bool $isMostlyOwn = false,
    ) {}

    public static function unchanged(string $text): self
    {
        return new self($text, self::letters($text), self::isName($text), false);
    }

    /** A word; or a few that all begin with a capital, or that have a number or a file's name among them. */
    private static function isName(string $text): bool
    {
        $spaces = substr_count($text, ' ');
        $isSentence = preg_match('/\d|[._]\S/', $text) !== 1 && preg_match('/(^| )\p{Ll}/u', $text) === 1;

        return $spaces === 0 || ($spaces < self::WORDS_OF_NAME && !$isSentence);
    }

    public static function whole(string $text): self
    {
        return new self($text, 0, true);
    }

    /**
     * @param  array<self>  $values
     */
    public static function filled(string $text, array $values, bool $isKnown, bool $isMostlyOwn = false): self
    {
        $isKnown = $isKnown || array_filter($values, static fn(self $value): bool => $value->isKnown) !== [];

        return new self($text, self::missedIn($values), self::areWhole($values), $isKnown, $isMostlyOwn);
    }

    /**
     * @param  array<self>  $parts
     */
    public static function joined(string $joint, array $parts): self
    {
        $texts = array_map(static fn(self $part): string => $part->text, $parts);

        return self::filled(implode($joint, $texts), $parts, false);
    }

    /** The same with another beginning or end that says nothing by itself. */
    public function as(string $text): self
    {
        return new self($text, $this->missed, $this->isWhole, $this->isKnown, $this->isMostlyOwn);
    }

    /**
     * @param  array<self>  $parts
     */
    public static function areWhole(array $parts): bool
    {
        return array_filter($parts, static fn(self $part): bool => !$part->isWhole) === [];
    }

    /**
     * @param  array<self>  $parts
     */
    public static function missedIn(array $parts): int
    {
        return array_sum(array_map(static fn(self $part): int => $part->missed, $parts));
    }

    public static function letters(string $text): int
    {
        return preg_match_all('/\p{L}/u', $text) ?: 0;
    }
}

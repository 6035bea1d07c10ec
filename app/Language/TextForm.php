<?php

declare(strict_types=1);

namespace App\Language;

/** A sentence with places for values, and the same in another language. */
final readonly class TextForm
{
    private const PLACE = '/\{(\w+)\}/';

    private const PLACE_AND_SPACE = '/\{(\w+)\}( ?)/';

    /** Several places with nothing between them, or only a space. */
    private const PLACES = '/((?:\{\w+\} ?)*\{\w+\})/';

    /** Where one value can end and the next one begin. */
    private const CUTS = '/(?=[ ,;.(])|^|$/';

    /** What the core puts into two places that touch has no more words. */
    private const MOST_CUTS = 80;

    /** A form with fewer letters of its own fits nearly every text. */
    private const TELLING = 6;

    /** What begins so is put behind other texts, and is none by itself. */
    private const TAIL = '/^([,;.(]|(by|for|in|into|of|while|and) )/';

    /** The name of what stands before a tail. */
    private const HEAD = 'whatStandsBefore';

    /**
     * @param  string  $pattern  takes the values out of an English text
     * @param  list<list<array{string, string}>>  $places  of each group of the pattern: their names, and what stands
     *     behind each
     * @param  string  $start  what each text of this form begins with
     * @param  string  $longest  what stands in each text of this form
     * @param  int  $letters  of its own, without those of its values
     */
    private function __construct(
        private string $pattern,
        private array $places,
        public string $start,
        private string $longest,
        private string $other,
        public int $letters,
    ) {}

    public static function of(string $english, string $other): self
    {
        $own = [];
        $places = [];
        $pattern = '';
        foreach (preg_split(self::PLACES, $english, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [] as $index => $part) {
            if ($index % 2 === 0) {
                $own[] = $part;
                $pattern .= preg_quote($part, '~');
            } else {
                preg_match_all(self::PLACE_AND_SPACE, $part, $names, PREG_SET_ORDER);
                $places[] = array_map(static fn(array $name): array => [$name[1], $name[2]], $names);
                $pattern .= '(.*?)';
            }
        }
        $longest = array_reduce(
            $own,
            static fn(string $most, string $one): string => strlen($one) > strlen($most) ? $one : $most,
            '',
        );

        return new self("~^{$pattern}$~us", $places, $own[0] ?? '', $longest, $other, Said::letters(implode('', $own)));
    }

    public static function isTail(string $english): bool
    {
        return preg_match(self::TAIL, $english) === 1;
    }

    /** A form for what stands before such a phrase, and the phrase. */
    public static function tail(string $english, string $other): self
    {
        $space = preg_match('/^\p{L}|^\(/u', $english) === 1 ? ' ' : '';

        return self::of('{' . self::HEAD . "}{$space}{$english}", '{' . self::HEAD . "}{$space}{$other}");
    }

    /**
     * The values by the names of their places. Where two places touch, each way to part what stands there is tried.
     *
     * @return iterable<array<string, string>> none where the text has another form
     */
    public function valuesIn(string $text): iterable
    {
        if (!str_starts_with($text, $this->start) || !str_contains($text, $this->longest)) {
            return [];
        }
        if (preg_match($this->pattern, $text, $found) !== 1) {
            return [];
        }
        $ways = [[]];
        foreach ($this->places as $group => $places) {
            $next = [];
            foreach ($ways as $way) {
                foreach (self::parted($found[$group + 1], $places) as $values) {
                    $next[] = $way + $values;
                }
            }
            $ways = $next;
        }

        return $ways;
    }

    /**
     * @param  list<array{string, string}>  $places  their names, and what stands behind each
     * @return list<array<string, string>> the longest first value first
     */
    private static function parted(string $text, array $places): array
    {
        [$name, $space] = array_shift($places) ?? ['', ''];
        if ($places === []) {
            return [[$name => $text]];
        }
        preg_match_all($space === '' ? self::CUTS : '/ /', $text, $cuts, PREG_OFFSET_CAPTURE);
        if (count($cuts[0]) > self::MOST_CUTS) {
            return [];
        }
        $ways = [];
        foreach (array_reverse($cuts[0]) as [, $at]) {
            foreach (self::parted(substr($text, $at + strlen($space)), $places) as $rest) {
                $ways[] = [$name => substr($text, 0, $at)] + $rest;
            }
        }

        return $ways;
    }

    /** Whether its own letters tell that a text is of this form. */
    public function isTelling(): bool
    {
        return $this->letters >= self::TELLING;
    }

    /**
     * @param  array<string, Said>  $values
     */
    public function fill(array $values, string $english): Said
    {
        $text = preg_replace_callback(
            self::PLACE,
            static fn(array $place): string => isset($values[$place[1]]) ? $values[$place[1]]->text : $place[0],
            $this->other,
        );

        $isMostlyOwn = $this->letters * 2 > Said::letters($english);

        return Said::filled((string) $text, $values, true, $isMostlyOwn);
    }
}

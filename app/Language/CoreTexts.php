<?php

declare(strict_types=1);

namespace App\Language;

use Illuminate\Support\Str;

/**
 * What the core says, in another language than English.
 *
 * The core says English sentences, and so do the journals of past runs. The section "core" of a language's catalogue
 * gives for each sentence of the source its translation, with the same places for values. A sentence is found by its
 * form; its values are texts themselves, or names and numbers, which stay as they are. Where several forms fit, the
 * reading counts that leaves the fewest letters without a translation.
 */
final class CoreTexts
{
    /** A longer text, in bytes, is what somebody pasted. */
    private const LONGEST = 1500;

    /** With more sentences or colons than the core puts together, each stands for itself. */
    private const MOST_ENDS = 8;

    private const SENTENCE_END = '/(?<=[.!?])\s+(?=[\p{Lu}"(]|\w+: )/u';

    /** Between the members of a list; those that part the most first. */
    private const JOINTS = [' → ', '; ', ', and ', ', ', ' and ', ' or '];

    private const COLON = ': ';

    /** Between the parts of a label. */
    private const DOT = ' · ';

    /** @var array<string, Said> */
    private array $said = [];

    private readonly TextCatalogue $catalogue;

    /**
     * @param  array<string, string>  $translations  by English text; an empty one is not made yet
     * @param  array<string, string>  $words  single ones, and what stands between the members of a list
     */
    public function __construct(array $translations, private readonly array $words = [])
    {
        $this->catalogue = new TextCatalogue($translations, $words);
    }

    public function say(string $text): string
    {
        if (strlen($text) > self::LONGEST) {
            return $text;
        }
        $said = $this->said($text);

        // Names with an "and" between them are nobody's sentence.
        return $said->isKnown ? $said->text : $text;
    }

    private function said(string $text): Said
    {
        return $this->said[$text] ??= $this->withItsSpace($text);
    }

    /** The space around a text, which is a part of another one, stays. */
    private function withItsSpace(string $text): Said
    {
        $bare = trim($text);
        if ($bare === '') {
            return Said::unchanged($text);
        }
        if ($bare === $text) {
            return $this->best($text);
        }
        [$before, $after] = explode($bare, $text, 2);
        $said = $this->said($bare);

        return $said->as($before . $said->text . $after);
    }

    private function best(string $text): Said
    {
        $best = Said::unchanged($text);
        foreach ($this->readings($text) as $reading) {
            if ($reading->missed < $best->missed) {
                $best = $reading;
            }
            if ($best->missed === 0 || $best->isMostlyOwn) {
                break;
            }
        }

        return $best;
    }

    /**
     * @return iterable<Said>
     */
    private function readings(string $text): iterable
    {
        if (str_contains($text, self::DOT)) {
            yield $this->label($text);

            return;
        }
        yield from $this->ofWhole($text);
        yield from $this->ofForms($text);
        yield from $this->withTail($text);
        yield from $this->sentences($text);
        yield from $this->list($text);
        if (str_ends_with($text, '.')) {
            $bare = $this->said(substr($text, 0, -1));
            yield $bare->as("{$bare->text}.");
        }
    }

    private function label(string $text): Said
    {
        return Said::joined(self::DOT, array_map($this->said(...), explode(self::DOT, $text)));
    }

    /**
     * As it stands in the catalogue; or as a part of another text, without its full stop, or with an article.
     *
     * @return iterable<Said>
     */
    private function ofWhole(string $text): iterable
    {
        foreach (self::withEitherLetter($text) as $one) {
            $whole = $this->catalogue->whole($one);
            $sentence = $this->catalogue->whole("{$one}.");
            if ($whole !== null) {
                yield self::asBegun($text, Said::whole($whole), $one);
            }
            if ($sentence !== null) {
                yield self::asBegun($text, Said::whole(rtrim($sentence, '.')), $one);
            }
        }
        $noun = preg_match('/^an? (.+)$/us', $text, $bare) === 1 ? $this->catalogue->whole($bare[1]) : null;
        if ($noun !== null) {
            yield Said::whole($noun);
        }
    }

    /**
     * @return iterable<Said>
     */
    private function ofForms(string $text): iterable
    {
        foreach (self::withEitherLetter($text) as $one) {
            foreach ($this->catalogue->forms($one) as $form) {
                $reading = $this->ofForm($form, $one);
                if ($reading !== null) {
                    yield self::asBegun($text, $reading, $one);
                }
            }
        }
    }

    /**
     * Texts begin large by themselves and small in another one.
     *
     * @return list<string>
     */
    private static function withEitherLetter(string $text): array
    {
        return array_values(array_unique([$text, ucfirst($text), lcfirst($text)]));
    }

    /** With a capital where the text has one and its translation was found without; never the other way, for nouns. */
    private static function asBegun(string $text, Said $said, string $found): Said
    {
        $begins = $text !== $found && $text === ucfirst($text);

        return $begins ? $said->as(Str::ucfirst($said->text)) : $said;
    }

    /**
     * What ends with the slot that it goes into, or with another phrase that is put behind several texts.
     *
     * @return iterable<Said>
     */
    private function withTail(string $text): iterable
    {
        foreach ($this->catalogue->tails as $tail) {
            $reading = $this->ofForm($tail, $text);
            if ($reading !== null) {
                yield $reading;
            }
        }
    }

    /** Null where the text has another form. */
    private function ofForm(TextForm $form, string $text): ?Said
    {
        $best = null;
        foreach ($form->valuesIn($text) as $values) {
            $said = array_map($this->said(...), $values);
            $isOne = $form->isTelling() || Said::areWhole($said);
            if ($isOne && ($best === null || Said::missedIn($said) < $best->missed)) {
                $best = $form->fill($said, $text);
            }
        }

        return $best;
    }

    /**
     * Several sentences, one after the other.
     *
     * @return iterable<Said>
     */
    private function sentences(string $text): iterable
    {
        preg_match_all(self::SENTENCE_END, $text, $ends, PREG_OFFSET_CAPTURE);
        if (count($ends[0]) > self::MOST_ENDS) {
            yield Said::joined(' ', array_map($this->said(...), preg_split(self::SENTENCE_END, $text) ?: [$text]));

            return;
        }
        foreach ($ends[0] as [$space, $at]) {
            $rest = substr($text, $at + strlen($space));
            yield Said::joined($space, [$this->said(substr($text, 0, $at)), $this->said($rest)]);
        }
    }

    /**
     * @return iterable<Said>
     */
    private function list(string $text): iterable
    {
        foreach (self::JOINTS as $joint) {
            $members = explode($joint, $text);
            if (count($members) > 1) {
                yield from $this->members($members, $joint);
            }
        }
        yield from $this->saidOf($text);
        yield from $this->inBrackets($text);
    }

    /**
     * What is said of something, behind a colon; both may have colons of their own.
     *
     * @return iterable<Said>
     */
    private function saidOf(string $text): iterable
    {
        $parts = explode(self::COLON, $text);
        if (count($parts) > self::MOST_ENDS) {
            return;
        }
        for ($at = 1; $at < count($parts); $at++) {
            $first = implode(self::COLON, array_slice($parts, 0, $at));
            yield from $this->members([$first, implode(self::COLON, array_slice($parts, $at))], self::COLON);
        }
    }

    /**
     * @param  list<string>  $members
     * @return iterable<Said>
     */
    private function members(array $members, string $joint): iterable
    {
        $said = array_map($this->said(...), $members);
        if (Said::areWhole($said)) {
            yield Said::joined($this->words[$joint] ?? $joint, $said);
        }
    }

    /**
     * @return iterable<Said>
     */
    private function inBrackets(string $text): iterable
    {
        if (preg_match('/^\((.+)\)$/us', $text, $inside) === 1) {
            $said = $this->said($inside[1]);
            yield $said->as("({$said->text})");
        }
        if (preg_match('/^(.+) \((.+)\)$/us', $text, $parts) === 1) {
            $both = Said::joined(' (', [$this->said($parts[1]), $this->said($parts[2])]);
            yield $both->as("{$both->text})");
        }
    }
}

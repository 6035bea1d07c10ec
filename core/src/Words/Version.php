<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * A dotted version as makers write them ("5.2.11", "14.0.8", "13", "4.0-rc1").
 *
 * Parts compare one by one. Numbers compare as numbers, a missing part counts as 0, other words compare as text and
 * stand above numbers. What comes before a release ("rc", "beta") stands below it.
 */
final readonly class Version
{
    /** Words for what comes before a release, the earliest first. */
    private const BEFORE_RELEASE = ['dev', 'snapshot', 'nightly', 'alpha', 'beta', 'preview', 'pre', 'rc'];

    private const MISSING = '0';

    /**
     * @param  list<string>  $parts
     */
    private function __construct(public string $text, private array $parts) {}

    public static function of(string $text): self
    {
        $parts = preg_split(
            '/[.\-_+ ]+|(?<=\d)(?=[a-zA-Z])|(?<=[a-zA-Z])(?=\d)/',
            trim($text),
            -1,
            PREG_SPLIT_NO_EMPTY,
        );

        return new self($text, $parts === false ? [$text] : $parts);
    }

    /** Negative, zero or positive, like the spaceship operator. */
    public function compare(self $other): int
    {
        $length = max(count($this->parts), count($other->parts));
        for ($i = 0; $i < $length; $i++) {
            $order = self::comparePart($this->parts[$i] ?? self::MISSING, $other->parts[$i] ?? self::MISSING);
            if ($order !== 0) {
                return $order;
            }
        }

        return 0;
    }

    private static function comparePart(string $mine, string $theirs): int
    {
        if (!ctype_digit($mine) || !ctype_digit($theirs)) {
            $byRank = self::rank($mine) <=> self::rank($theirs);

            return $byRank === 0 ? strcmp($mine, $theirs) : $byRank;
        }
        $mine = ltrim($mine, '0');
        $theirs = ltrim($theirs, '0');

        // Numbers may have more digits than an integer holds.
        return [strlen($mine), $mine] <=> [strlen($theirs), $theirs];
    }

    /** Below zero for what comes before a release, 0 for a number, 1 for any other word. */
    private static function rank(string $part): int
    {
        $before = array_search(strtolower($part), self::BEFORE_RELEASE, true);

        return $before !== false ? $before - count(self::BEFORE_RELEASE) : (int) !ctype_digit($part);
    }

    /**
     * How old it is beside another one. Versions of two schemes cannot be compared: "5.2.11" and "K40-B7" count
     * different things, and so do "15.2" and "20260901".
     */
    public function against(self $other): Age
    {
        if (!$this->isOfSchemeOf($other)) {
            return Age::Incomparable;
        }

        return match ($this->compare($other) <=> 0) {
            -1 => Age::Older,
            0 => Age::Same,
            1 => Age::Newer,
        };
    }

    /** Whether both are written alike up to the first part in which they differ, and there too. */
    private function isOfSchemeOf(self $other): bool
    {
        $length = max(count($this->parts), count($other->parts));
        for ($i = 0; $i < $length; $i++) {
            $mine = $this->parts[$i] ?? self::MISSING;
            $theirs = $other->parts[$i] ?? self::MISSING;
            if (self::comparePart($mine, $theirs) !== 0) {
                return self::areAlike($mine, $theirs, isset($this->parts[$i], $other->parts[$i])) &&
                    ($i > 0 || self::isDate($mine) === self::isDate($theirs));
            }
        }

        return true;
    }

    /** @param  bool  $areThere  whether both versions have such a part */
    private static function areAlike(string $mine, string $theirs, bool $areThere): bool
    {
        $areNumbers = ctype_digit($mine) && ctype_digit($theirs);
        $comesBefore = self::rank($mine) < 0 || self::rank($theirs) < 0;
        $areLetters = strlen($mine) === 1 && strlen($theirs) === 1 && ctype_alpha($mine) && ctype_alpha($theirs);

        // A word behind the last number tells a later edition of it.
        return $areNumbers || $comesBefore || $areLetters || !$areThere;
    }

    private static function isDate(string $part): bool
    {
        return ctype_digit($part) && in_array(strlen($part), [6, 8], true);
    }

    /** Whether two texts mean one version: 15 and 15.0 do. */
    public static function areSame(string $one, string $other): bool
    {
        return self::of($one)->compare(self::of($other)) === 0;
    }

    /** Whether it is older for certain. */
    public function olderThan(self $other): bool
    {
        return $this->against($other) === Age::Older;
    }

    /** Whether it is as new for certain, or newer. */
    public function isAtLeast(self $other): bool
    {
        return in_array($this->against($other), [Age::Same, Age::Newer], true);
    }

    public function __toString(): string
    {
        return $this->text;
    }
}

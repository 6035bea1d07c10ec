<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/**
 * A text that a phone, its recovery or a command printed, as it can be searched: UTF-8, one newline at the end of each
 * line, without the colours of a terminal and without the marks of a quoted mail.
 */
final readonly class PrintedText
{
    public const MOST_BYTES = 16 << 20;

    private const LONGEST_LINE = 600;

    /** From so many lines on, a text was copied out of something and not typed. */
    private const LINES_OF_A_LIST = 5;

    /** The same in lower case, byte by byte. */
    public string $lower;

    private function __construct(public string $source, public string $text)
    {
        $this->lower = strtolower($text);
    }

    /**
     * @param  string  $raw  bytes in any of the usual encodings
     * @param  string  $source  what to call it in statements and errors
     *
     * @throws ReadingError when it is too large, or holds no text
     */
    public static function of(string $raw, string $source = 'pasted'): self
    {
        if (strlen($raw) > self::MOST_BYTES) {
            throw ReadingError::tooLarge($source, strlen($raw), self::MOST_BYTES);
        }
        $text = self::inUtf8($raw);
        if (str_contains($text, "\0") && substr_count($text, "\0") > strlen($text) / 100) {
            throw ReadingError::notText($source, strlen($raw));
        }

        return new self($source, self::tidied($text));
    }

    /** Whether one of these stands anywhere, in capitals or not. */
    public function has(string ...$words): bool
    {
        foreach ($words as $word) {
            if (str_contains($this->lower, strtolower($word))) {
                return true;
            }
        }

        return false;
    }

    /**
     * Every place that a pattern finds, one after the other, so that a long text needs no long list.
     *
     * @param  string  $pattern  with delimiters; it must not match an empty string
     * @return iterable<PrintedMatch>
     */
    public function each(string $pattern): iterable
    {
        $at = 0;
        $counted = 0;
        $number = 1;
        while (preg_match($pattern, $this->text, $found, PREG_OFFSET_CAPTURE, $at) === 1) {
            [$whole, $start] = $found[0];
            $start += strspn($whole, " \t\n");
            $number += substr_count($this->text, "\n", $counted, $start - $counted);
            $counted = $start;
            $at = max($found[0][1] + strlen($whole), $at + 1);
            yield new PrintedMatch(
                array_map(static fn(array $part): string => $part[0], $found),
                new PrintedLine($number, $this->lineTextAt($start), $this->source),
                $at,
            );
        }
    }

    /** @param  int  $offset  in bytes */
    public function lineAt(int $offset): PrintedLine
    {
        return new PrintedLine(
            1 + substr_count($this->text, "\n", 0, $offset),
            $this->lineTextAt($offset),
            $this->source,
        );
    }

    /**
     * Whether a text of several lines ends right behind this place without a newline, so that what stands there may be
     * the first half of a value.
     */
    public function mayBeCutBehind(PrintedMatch $match): bool
    {
        return $match->end >= strlen($this->text) &&
            !str_ends_with($this->text, "\n") &&
            $match->line->number >= self::LINES_OF_A_LIST;
    }

    public function countFilledLines(): int
    {
        return (int) preg_match_all('/^[^\n]*\S/m', $this->text);
    }

    public function countLines(): int
    {
        return 1 + substr_count($this->text, "\n");
    }

    private function lineTextAt(int $offset): string
    {
        $before = $offset === 0 ? false : strrpos($this->text, "\n", $offset - strlen($this->text) - 1);
        $start = $before === false ? 0 : $before + 1;
        $length = strcspn($this->text, "\n", $start);

        return mb_strcut(substr($this->text, $start, min($length, self::LONGEST_LINE + 4)), 0, self::LONGEST_LINE);
    }

    private static function inUtf8(string $raw): string
    {
        return match (true) {
            str_starts_with($raw, "\xEF\xBB\xBF") => mb_scrub(substr($raw, 3)),
            str_starts_with($raw, "\xFF\xFE") => mb_convert_encoding(substr($raw, 2), 'UTF-8', 'UTF-16LE'),
            str_starts_with($raw, "\xFE\xFF") => mb_convert_encoding(substr($raw, 2), 'UTF-8', 'UTF-16BE'),
            self::everySecondIsNull($raw, 1) => mb_convert_encoding($raw, 'UTF-8', 'UTF-16LE'),
            self::everySecondIsNull($raw, 0) => mb_convert_encoding($raw, 'UTF-8', 'UTF-16BE'),
            mb_check_encoding($raw, 'UTF-8') => $raw,
            preg_match('/[\xC3-\xF4][\x80-\xBF]/', $raw) === 1 => mb_scrub($raw, 'UTF-8'),
            default => mb_convert_encoding($raw, 'UTF-8', 'Windows-1252'),
        };
    }

    /** Whether a text without a mark at its beginning looks like two bytes for each Latin letter. */
    private static function everySecondIsNull(string $raw, int $from): bool
    {
        $beginning = substr($raw, 0, 400);
        $nulls = 0;
        for ($at = $from, $length = strlen($beginning); $at < $length; $at += 2) {
            $nulls += $beginning[$at] === "\0" ? 1 : 0;
        }

        return strlen($beginning) >= 8 && $nulls > strlen($beginning) * 0.4;
    }

    private static function tidied(string $text): string
    {
        if (str_contains($text, "\x1b")) {
            $text = (string) preg_replace(
                '/\x1b(?:\[[0-9;?]*[ -\/]*[@-~]|\][^\x07\x1b]*(?:\x07|\x1b\\\\)?|.)/s',
                '',
                $text,
            );
        }
        if (str_contains($text, "\r")) {
            $text = strtr((string) preg_replace('/\r+\n/', "\n", $text), "\r", "\n");
        }
        if (preg_match('/[\x00-\x08\x0b-\x1f\x7f]/', $text) === 1) {
            $text = (string) preg_replace('/[\x00-\x08\x0b-\x1f\x7f]/', '', $text);
        }
        if (preg_match('/[\xC2\xE2]/', $text) === 1) {
            $text = strtr($text, [
                "\u{a0}" => ' ',
                "\u{2018}" => "'",
                "\u{2019}" => "'",
                "\u{201c}" => '"',
                "\u{201d}" => '"',
                "\u{200b}" => '',
            ]);
        }

        return preg_match('/^> ?/m', $text) === 1 ? (string) preg_replace('/^(?:>[ \t]?)+/m', '', $text) : $text;
    }
}

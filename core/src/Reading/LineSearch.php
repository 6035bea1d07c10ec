<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/**
 * Finds the last line of a text that has one of some words and fits. Of a long text the end is looked through whole,
 * and of what comes before it the last lines in which something goes wrong or ends well.
 */
final class LineSearch
{
    private const WHOLE_BYTES = 1 << 16;

    private const BLOCK_BYTES = 1 << 18;

    private const MOST_EARLIER_LINES = 3000;

    private const LONGEST_LINE = 1000;

    private const GOES_WRONG =
        '/^(?!\[[\w.]+\]: \[).*?(?:fail|error|abort|unable|invalid|corrupt|unauth|offline|closed|lock|older|' .
        'roll|panic|cannot|can\'t|' .
        'could ?n|not |n\'t|no |succe|okay|status|47\s?%|step 2|merg|low |lost|stuck|loop|asks|unknown|' .
        'package is for|newer|signature|sparse|was reset|certif|crc|exceed|too ).*$/m';

    private readonly string $searched;

    private readonly string $lower;

    /** @var array<int, int> byte in the whole text by byte in the searched one, for earlier lines */
    private array $earlier = [];

    /** How far behind its place in the searched text a line of the end lies in the whole one. */
    private int $shift = 0;

    /** @var array<string, bool> whether a word stands anywhere */
    private array $has = [];

    public function __construct(PrintedText $text)
    {
        if (strlen($text->text) <= self::WHOLE_BYTES) {
            $this->searched = $text->text;
            $this->lower = $text->lower;

            return;
        }
        $end = (int) strpos($text->text, "\n", strlen($text->text) - self::WHOLE_BYTES);
        $picked = '';
        foreach (array_reverse(self::earlierLines($text->lower, $end), true) as $at => $length) {
            $this->earlier[strlen($picked)] = $at;
            $picked .= substr($text->text, $at, min($length, self::LONGEST_LINE)) . "\n";
        }
        $this->shift = $end - strlen($picked);
        $this->searched = $picked . substr($text->text, $end);
        $this->lower = strtolower($this->searched);
    }

    /**
     * @return array<int, int> length of a line by its byte, the last line first
     */
    private static function earlierLines(string $lower, int $end): array
    {
        $lines = [];
        while ($end > 0 && count($lines) < self::MOST_EARLIER_LINES) {
            $from = $end > self::BLOCK_BYTES ? (int) strpos($lower, "\n", $end - self::BLOCK_BYTES) : 0;
            $from = $from >= $end ? 0 : $from;
            preg_match_all(self::GOES_WRONG, substr($lower, $from, $end - $from), $found, PREG_OFFSET_CAPTURE);
            foreach (array_reverse($found[0]) as [$line, $at]) {
                $lines[$from + $at] = strlen($line);
            }
            $end = $from;
        }

        return array_slice($lines, 0, self::MOST_EARLIER_LINES, true);
    }

    /**
     * @param  list<string>  $words  in lower case
     * @param  \Closure(string): bool  $fits  asked of each line that has one, the last first
     * @return ?int byte at which the line begins
     */
    public function last(array $words, \Closure $fits): ?int
    {
        $last = null;
        foreach ($words as $word) {
            $at = $this->lastWith($word, $fits, $last ?? -1);
            $last = $at === null ? $last : max($at, $last ?? 0);
        }

        return $last === null ? null : $this->earlier[$last] ?? $last + $this->shift;
    }

    /**
     * @param  \Closure(string): bool  $fits
     * @param  int  $behind  lines up to this byte are of no interest
     */
    private function lastWith(string $word, \Closure $fits, int $behind): ?int
    {
        if (!($this->has[$word] ??= str_contains($this->lower, $word))) {
            return null;
        }
        $length = strlen($this->searched);
        $end = $length;
        while ($end > 0) {
            $at = strrpos($this->lower, $word, $end === $length ? 0 : $end - $length - 1);
            if ($at === false || $at <= $behind) {
                return null;
            }
            $before = $at === 0 ? false : strrpos($this->lower, "\n", $at - $length - 1);
            $start = $before === false ? 0 : $before + 1;
            $line = substr($this->searched, $start, min(strcspn($this->searched, "\n", $start), self::LONGEST_LINE));
            if ($fits($line)) {
                return $start;
            }
            $end = $start;
        }

        return null;
    }
}

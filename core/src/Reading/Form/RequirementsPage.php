<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\RequirementTable;
use Tornavis\Core\Reading\Statements;

/**
 * The page of a build: sentences that state a requirement. A recommendation, a change and a denied requirement are told
 * apart from one; a sentence that is not recognised is left alone.
 *
 * @phpstan-import-type RequirementEntry from RequirementTable
 */
final class RequirementsPage implements Form
{
    public const ID = 'page of a build';

    /** A page is short; a log is no page. */
    private const LONGEST = 300000;

    public function id(): string
    {
        return self::ID;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $words =
            '/requir|need|must|minimum|at least|or (?:newer|later)|known|format|wipe|' .
            'clean (?:flash|install)|services|not |n\'t |broken|recommend|\d\+/i';
        if (strlen($text->text) > self::LONGEST || preg_match($words, $text->text) !== 1) {
            return;
        }
        $under = null;
        $inList = false;
        foreach ($text->each('/^[ \t]*(?<line>\S[^\n]*)/m') as $match) {
            $line = $match->part('line');
            if (self::isPrinted($line)) {
                continue;
            }
            $heading = RequirementTable::heading($line);
            if ($heading !== null) {
                $under = $heading;
                $to->understood($match->line);

                continue;
            }
            $isItem = preg_match('/^(?:[-*•·–]|\d+[.)])\s/u', $line) === 1;
            // Where the problems are a list, it ends at the first line that is no item of it.
            if ($under === 'problems' && $inList && !$isItem) {
                $under = null;
            }
            $inList = $isItem;
            if ($under === 'problems') {
                $this->tellProblem($match, $to);

                continue;
            }
            if ($under !== 'changes') {
                $this->readLine($line, $under === 'requirements', $match->line, $to);
            }
        }
    }

    /** A property, a variable or a line of a log is no sentence. */
    private static function isPrinted(string $line): bool
    {
        return preg_match(
            '/^(?:\[[\w.]+\]|\(\w+\)|[IWED]:|\w[\w.-]+=|[\w-]+:[\w-]+:|\/dev|FAILED|OKAY|[\w.-]+: *0x)|assert' .
                '|\bgetprop\b/',
            $line,
        ) === 1;
    }

    private function tellProblem(PrintedMatch $match, Statements $to): void
    {
        $problem = rtrim((string) preg_replace('/^[\s\-*•·–]*(?:\d+[.)]\s*)?/u', '', $match->part('line')), ". \t");
        $isNone =
            preg_match(
                '/^(?:none|nothing|no(?:ne)? known|-|no (?:known )?(?:issues|bugs|problems))\b.{0,24}$/i',
                $problem,
            ) === 1;
        $to->requirement(
            'knownProblems',
            $isNone || NoValue::is($problem) ? null : [$problem],
            $match->line,
            $this->id(),
        );
    }

    private function readLine(string $line, bool $underRequirements, PrintedLine $place, Statements $to): void
    {
        foreach (preg_split('/(?<=[a-z0-9)])[.!]\s+(?=[A-Z])|;\s+/', $line) ?: [] as $sentence) {
            if (preg_match('/^\W*(?:known (?:issues?|problems?|bugs?))\s*:\s*(?<what>.+)$/i', $sentence, $part) === 1) {
                $isNone = preg_match('/^(?:none|nothing|no\b)/i', $part['what']) === 1;
                $to->requirement('knownProblems', $isNone ? null : [rtrim($part['what'], '. ')], $place, $this->id());
            } elseif (
                preg_match(
                    '/^(?!.*\b(?:fixed|if|unless)\b).{3,60}\b(?:does not work|doesn\'t work|do not work|' .
                        'is(?:n\'t| not) working|is broken|are broken|not working)\b/i',
                    $sentence,
                ) === 1
            ) {
                $to->requirement('knownProblems', [rtrim(trim($sentence, " \t-*•"), '.')], $place, $this->id());
            } else {
                $this->readSentence($sentence, $underRequirements, $place, $to);
            }
        }
    }

    private function readSentence(string $sentence, bool $underRequirements, PrintedLine $place, Statements $to): void
    {
        if (preg_match(RequirementTable::CHANGED, $sentence) === 1) {
            return;
        }
        $isDenied = preg_match(RequirementTable::DENIED, $sentence) === 1;
        $isRecommended = preg_match(RequirementTable::RECOMMENDED, $sentence) === 1;
        $isDemand = $underRequirements || preg_match(RequirementTable::DEMAND, $sentence) === 1;
        $told = [];
        foreach (RequirementTable::patterns() as $entry) {
            $isAboutContent = str_starts_with($entry['field'], 'brings.');
            if (isset($told[$entry['field']]) || preg_match('/' . $entry['pattern'] . '/iu', $sentence, $part) !== 1) {
                continue;
            }
            $needsDemand = $entry['demand'] ?? false;
            if (($isDenied && !$isAboutContent) || ($needsDemand && !$isDemand && !$isRecommended)) {
                continue;
            }
            if ($isRecommended && !$isAboutContent) {
                $to->requirement('conditions', ['Recommended: ' . self::tidy($sentence)], $place, $this->id());

                return;
            }
            $value = $entry['value'] ?? (($part['value'] ?? '') !== '' ? $part['value'] : $part['other'] ?? '');
            $told[$entry['field']] = true;
            $this->tell($entry, $value, $place, $to);
        }
        if (isset($told['requires.erase']) && preg_match(RequirementTable::CONDITION, $sentence) === 1) {
            $to->requirement('conditions', [self::tidy($sentence)], $place, $this->id());
        }
        if (
            $told === [] &&
            preg_match(
                '/\b(?:before|after) (?:the )?first (?:boot|start)\b|\b(?:first|then) (?:flash|install|sideload)\b/i',
                $sentence,
            ) === 1 &&
            preg_match('/\b(?:services|root|kernel|firmware|vendor|recovery)\b/i', $sentence) === 1
        ) {
            $to->requirement('conditions', [self::tidy($sentence)], $place, $this->id());
        }
    }

    /**
     * @param  RequirementEntry  $entry
     */
    private function tell(array $entry, string $value, PrintedLine $place, Statements $to): void
    {
        $field = $entry['field'];
        $told = match (true) {
            $field === 'brings.services', $field === 'requires.root' => $value === 'yes',
            $entry['list'] ?? false => [$value],
            str_ends_with($field, '.min') => preg_replace('/^[vV](?=\d)/', '', $value),
            str_ends_with($field, 'fileSystem'), str_ends_with($field, 'channel') => strtolower($value),
            default => $value,
        };
        $to->requirement($field, $told, $place, $this->id());
    }

    private static function tidy(string $sentence): string
    {
        return rtrim(trim($sentence, " \t-*•·"), '.');
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Requirement\RequirementSentence;
use Tornavis\Core\Requirement\RequirementTable;

/**
 * The page of a build: sentences that state a requirement. A recommendation, a change and a denied requirement are told
 * apart from one; a sentence that is not recognised is left alone.
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
        $read = RequirementSentence::of($sentence, $underRequirements);
        foreach ($read->demands as $field => $value) {
            $to->requirement($field, $value, $place, $this->id());
        }
        $isCondition = match (true) {
            $read->isRecommended => false,
            isset($read->demands['requires.erase']) => preg_match(RequirementTable::CONDITION, $sentence) === 1,
            default => $read->demands === [] && self::isAboutOrder($sentence),
        };
        if ($read->isRecommended || $isCondition) {
            $before = $read->isRecommended ? 'Recommended: ' : '';
            $to->requirement('conditions', [$before . self::tidy($sentence)], $place, $this->id());
        }
    }

    private static function isAboutOrder(string $sentence): bool
    {
        $order = '/\b(?:before|after) (?:the )?first (?:boot|start)\b|\b(?:first|then) (?:flash|install|sideload)\b/i';

        return preg_match(RequirementTable::CHANGED, $sentence) !== 1 &&
            preg_match($order, $sentence) === 1 &&
            preg_match('/\b(?:services|root|kernel|firmware|vendor|recovery)\b/i', $sentence) === 1;
    }

    private static function tidy(string $sentence): string
    {
        return rtrim(trim($sentence, " \t-*•·"), '.');
    }
}

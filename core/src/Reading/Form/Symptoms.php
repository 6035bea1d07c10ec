<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\LineSearch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Reading\SymptomRule;
use Tornavis\Core\Reading\SymptomTable;
use Tornavis\Core\Words\Symptom;

/**
 * What went wrong, by the line that says so. What a text advises for a case that may come was not seen, and what failed
 * first and went well later is no longer so.
 */
final class Symptoms implements Form
{
    /** Words before a failure that make it a case that may come, or one that did not. */
    private const NOT_SEEN =
        '/\b(?:if|in case|when(?:ever)?|should|might|may|could|can|would|unless|sometimes|often|usually|e\.g\.|' .
        'for example|such as|avoid\w*|prevent\w*|fix(?:es|ed|ing)?|solv\w*|how to|what (?:is|to do)|known issues?' .
        '|troubleshoot\w*|faq|instead of|rather than|ignore|expect\w*|normal|otherwise|do not worry|note:|tip:|' .
        'hint:)\b[^.;\n]*$/i';

    private const DENIED =
        '/(?:\b(?:no|not|never|without|didn\'t|did not|don\'t|do not|doesn\'t|wasn\'t|isn\'t|n\'t|any|free of|zero)|' .
        '(?<![\d.])0)\b[^.;:\n]{0,16}$/i';

    /** Words behind a failure that make it an explanation. */
    private const EXPLAINED =
        '/^[^.;\n]{0,12}\b(?:means?|meaning|usually|often|is (?:normal|harmless|expected|fine|caused)|happens?|' .
        'occurs?|can (?:happen|be)|may|might|was fixed|has been fixed|is fixed|fixed|no longer|would|should)\b/i';

    public function id(): string
    {
        return 'symptoms';
    }

    public function read(PrintedText $text, Statements $to): void
    {
        $lines = new LineSearch($text);
        $ends = [];
        $seen = [];
        foreach (SymptomTable::rules() as $rule) {
            $at = $lines->last($rule->words, static fn(string $line): bool => self::isSeen($rule, $line));
            if ($at === null) {
                continue;
            }
            $ends[$rule->matter] ??= self::lastSuccess($rule->matter, $lines);
            if ($ends[$rule->matter] <= $at) {
                $seen[$rule->symptom->value] = [$rule->symptom, $at];
            }
        }
        foreach (self::without($seen) as [$symptom, $at]) {
            $to->symptom($symptom, $text->lineAt($at), $this->id());
        }
        $this->readLists($text, $to);
    }

    /**
     * One failure is printed in several ways; the one that tells more stands.
     *
     * @param  array<string, array{Symptom, int}>  $seen
     * @return array<string, array{Symptom, int}>
     */
    private static function without(array $seen): array
    {
        $tellsMore = [
            Symptom::Code7->value => [Symptom::WrongPhone, Symptom::Code1],
            Symptom::UnlockRefused->value => [Symptom::Locked, Symptom::NoDecrypt],
            Symptom::RollbackRefused->value => [Symptom::OlderBuild],
            Symptom::Signature->value => [Symptom::DamagedArchive],
        ];
        foreach ($tellsMore as $better => $lesser) {
            foreach (isset($seen[$better]) ? $lesser : [] as $symptom) {
                $isOfOneLine =
                    $better === Symptom::Code7->value || ($seen[$symptom->value][1] ?? -1) === $seen[$better][1];
                if ($isOfOneLine) {
                    unset($seen[$symptom->value]);
                }
            }
        }

        return $seen;
    }

    private static function isSeen(SymptomRule $rule, string $line): bool
    {
        return preg_match("/{$rule->pattern}/i", $line, $found, PREG_OFFSET_CAPTURE) === 1 &&
            !self::isOnlySpokenOf($line, $found[0][1], $found[0][1] + strlen($found[0][0]));
    }

    private static function isOnlySpokenOf(string $line, int $from, int $to): bool
    {
        $before = substr($line, 0, $from);

        return preg_match(self::NOT_SEEN, $before) === 1 ||
            preg_match(self::DENIED, $before) === 1 ||
            preg_match(self::EXPLAINED, substr($line, $to)) === 1 ||
            (str_ends_with(rtrim($line), '?') &&
                !str_contains($line, 'nstall anyway') &&
                preg_match('/^\W*(?:what|why|how|did|does|do|is|are|can|has|have)\b/i', $line) === 1);
    }

    /** @return int byte of the last line that says that it went well; -1 where none does */
    private static function lastSuccess(string $matter, LineSearch $lines): int
    {
        $success = SymptomTable::SUCCESSES[$matter] ?? null;
        $last =
            $success === null
                ? null
                : $lines->last(
                    explode('|', $success['words']),
                    static fn(string $line): bool => preg_match("/{$success['pattern']}/i", $line) === 1,
                );

        return $last ?? -1;
    }

    /** What shows in several lines and in none alone. */
    private function readLists(PrintedText $text, Statements $to): void
    {
        $nothing = '/List of devices attached[ \t]*\n\s*(?:$|[^\n]*[$#>%]\s|\Z)/';
        foreach ($text->each($nothing) as $match) {
            if (preg_match('/\S/', substr($text->text, $match->end)) !== 1) {
                $to->symptom(Symptom::NotListed, $match->line, $this->id());
            }
            break;
        }
        $name =
            '/^(?:[d-][rwxst-]{9}[^\n]*[ \t])?(?=[A-Za-z0-9+,_]*[a-z])(?=[A-Za-z0-9+,_]*[A-Z])(?=' .
            '[A-Za-z0-9+,_]*[0-9+,])[A-Za-z0-9+,_]{22,64}[ \t]*$/m';
        $strange = 0;
        foreach ($text->each($name) as $match) {
            if (++$strange >= 3) {
                $to->symptom(Symptom::StrangeNames, $match->line, $this->id());
                break;
            }
        }
    }
}

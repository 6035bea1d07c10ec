<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

use Tornavis\Core\Package\PackageError;

/**
 * Reads the expression language of update scripts into a tree.
 *
 * Precedence from loose to tight: ";" "||" "&&" "==" "!=" "+" "!". Strings are quoted or bare words,
 * a "#" begins a comment. Source: the open platform's description of the installer's language. A statement that does
 * not follow it is kept as it stands, and reading goes on after it: the recovery may know more than is known here.
 */
final class ScriptParser
{
    private const MOST_DEPTH = 200;

    /** More than any script of a build has; each takes a few hundred bytes of memory. */
    private const MOST_EXPRESSIONS = 100_000;

    private const TOKEN =
        '/\G(?:(?<space>\s+|\#[^\n]*)' .
        '|"(?<text>(?:[^"\\\\]++|\\\\.)*+)"' .
        '|(?<sign>\|\||&&|==|!=|[!+();,])' .
        '|(?<word>[A-Za-z0-9_:\/.\-]++))/s';

    /** Left-associative operators from loose to tight. */
    private const OPERATORS = ['||', '&&', '==', '!=', '+'];

    /** Operators whose chains are one expression with many arguments: the grouping says nothing. */
    private const CHAINED = ['||', '&&', '+'];

    /**
     * @var ?array{string, string, int} the next token: kind ("word", "text" or the sign itself), text, line; null at
     *     the end
     */
    private ?array $token = null;

    private int $offset = 0;

    private int $line = 1;

    private int $depth = 0;

    private int $expressions = 0;

    private function __construct(
        private readonly string $script,
        private readonly string $path,
        private readonly string $place,
    ) {}

    /**
     * @param  string  $place  what the script is called in messages
     * @return list<ScriptCall> the statements; those that make no sense as ScriptCall::UNREADABLE
     *
     * @throws PackageError when it is nested or repeated beyond any honest script
     */
    public static function parse(string $script, string $path, string $place): array
    {
        $parser = new self($script, $path, $place);
        $statements = [];
        while (($statement = $parser->statement()) !== null) {
            $statements[] = $statement;
        }

        return $statements;
    }

    /** The next statement at the outermost level; null at the end. */
    private function statement(): ?ScriptCall
    {
        $begin = $this->offset;
        $line = $this->line;
        $this->depth = 0;
        try {
            do {
                $this->step();
            } while ($this->kind() === ';');
            if ($this->token === null) {
                return null;
            }
            $statement = $this->operation(0);
            if (!in_array($this->kind(), ['', ';'], true)) {
                throw $this->error('an operator or the end of the statement');
            }

            return $statement;
        } catch (NotUnderstood) {
            return $this->skipped($begin, $line);
        }
    }

    /** What is left of a statement that makes no sense: up to the end of the line on which it should end. */
    private function skipped(int $begin, int $line): ScriptCall
    {
        $end = preg_match('/;[ \t]*(?:\#[^\n]*)?(?:\n|$)/', $this->script, $m, PREG_OFFSET_CAPTURE, $begin)
            ? $m[0][1] + strlen($m[0][0])
            : strlen($this->script);
        $end = max($end, $begin + 1);
        $text = substr($this->script, $begin, $end - $begin);
        $this->offset = $end;
        $this->line = $line + substr_count($text, "\n");
        $this->token = null;

        return ScriptCall::unreadable(trim($text));
    }

    /** Goes on to the next token; one at a time, so that a long script takes no more memory than a short one. */
    private function step(): void
    {
        $this->token = null;
        while ($this->token === null && $this->offset < strlen($this->script)) {
            if (preg_match(self::TOKEN, $this->script, $m, PREG_UNMATCHED_AS_NULL, $this->offset) !== 1) {
                throw new NotUnderstood("line {$this->line}: a character");
            }
            $this->token = match (true) {
                isset($m['text']) => ['text', stripcslashes($m['text']), $this->line],
                isset($m['sign']) => [$m['sign'], $m['sign'], $this->line],
                isset($m['word']) => ['word', $m['word'], $this->line],
                default => null,
            };
            $this->line += substr_count($m[0], "\n");
            $this->offset += strlen($m[0]);
        }
    }

    /**
     * @return list<ScriptCall>
     */
    private function statements(): array
    {
        $statements = [];
        $ends = [')', ','];
        while (
            $this->token !== null &&
            !$this->isWord('then', 'else', 'endif') &&
            !in_array($this->kind(), $ends, true)
        ) {
            $statements[] = $this->operation(0);
            if ($this->kind() !== ';') {
                break;
            }
            $this->step();
        }

        return $statements;
    }

    private function operation(int $level): ScriptCall
    {
        if (!isset(self::OPERATORS[$level])) {
            return $this->operand();
        }
        $operator = self::OPERATORS[$level];
        $arguments = [$this->operation($level + 1)];
        while ($this->kind() === $operator) {
            $this->step();
            $arguments[] = $this->operation($level + 1);
            if (!in_array($operator, self::CHAINED, true)) {
                $arguments = [$this->node($operator, $arguments)];
            }
        }

        return count($arguments) === 1 ? $arguments[0] : $this->node($operator, $arguments);
    }

    /**
     * @param  list<ScriptCall>  $arguments
     */
    private function node(string $name, array $arguments): ScriptCall
    {
        $node = new ScriptCall($name, $arguments);
        if ($node->depth > self::MOST_DEPTH) {
            throw $this->beyond('fewer than ' . self::MOST_DEPTH . ' nested expressions');
        }

        return $node;
    }

    private function operand(): ScriptCall
    {
        if (++$this->depth > self::MOST_DEPTH) {
            throw $this->beyond('fewer than ' . self::MOST_DEPTH . ' nested expressions');
        }
        if (++$this->expressions > self::MOST_EXPRESSIONS) {
            throw $this->beyond('at most ' . self::MOST_EXPRESSIONS . ' expressions');
        }
        [$kind, $text] = $this->token ?? throw $this->error('another expression');
        $this->step();
        $node = match (true) {
            $kind === '!' => $this->node('!', [$this->operand()]),
            $kind === '(' => $this->closing($this->block(), ')'),
            $kind === 'word' && $text === 'if' => $this->condition(),
            $kind === 'word' && $this->kind() === '(' => $this->node($text, $this->arguments()),
            $kind === 'word', $kind === 'text' => ScriptCall::literal($text),
            default => throw $this->error('an expression'),
        };
        $this->depth--;

        return $node;
    }

    private function condition(): ScriptCall
    {
        $test = $this->block();
        $this->word('then');
        $branches = [$test, $this->block()];
        if ($this->isWord('else')) {
            $this->step();
            $branches[] = $this->block();
        }
        $this->word('endif');

        return $this->node('if', $branches);
    }

    private function block(): ScriptCall
    {
        $statements = $this->statements();

        return count($statements) === 1 ? $statements[0] : $this->node(';', $statements);
    }

    /**
     * @return list<ScriptCall>
     */
    private function arguments(): array
    {
        $this->step();
        $arguments = [];
        while ($this->kind() !== ')') {
            // An argument may be several statements; what the last one gives is its value.
            $arguments[] = $this->block();
            if ($this->kind() === ',') {
                $this->step();
            } elseif ($this->kind() !== ')') {
                throw $this->error('"," or ")"');
            }
        }
        $this->step();

        return $arguments;
    }

    private function closing(ScriptCall $node, string $sign): ScriptCall
    {
        if ($this->kind() !== $sign) {
            throw $this->error("\"{$sign}\"");
        }
        $this->step();

        return $node;
    }

    private function word(string $word): void
    {
        if (!$this->isWord($word)) {
            throw $this->error("\"{$word}\"");
        }
        $this->step();
    }

    private function isWord(string ...$words): bool
    {
        return $this->kind() === 'word' && in_array($this->token[1] ?? '', $words, true);
    }

    private function kind(): string
    {
        return $this->token[0] ?? '';
    }

    private function error(string $expected): NotUnderstood
    {
        return new NotUnderstood("{$this->found()}; expected {$expected}");
    }

    private function beyond(string $expected): PackageError
    {
        $where = $this->token === null ? 'end' : "line {$this->token[2]}";

        return PackageError::malformed($this->path, "{$this->place}, {$where}", $this->found(), $expected);
    }

    private function found(): string
    {
        return $this->token === null
            ? 'The script ends in the middle of a statement'
            : "The script holds \"{$this->token[1]}\" where it does not belong";
    }
}

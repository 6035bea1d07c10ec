<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

use Tornavis\Core\Package\PackageError;

/**
 * Reads the expression language of update scripts into a tree.
 *
 * Precedence from loose to tight: ";" "||" "&&" "==" "!=" "+" "!". Strings are quoted or bare words,
 * a "#" begins a comment. Source: the open platform's description of the installer's language.
 */
final class ScriptParser
{
    private const MOST_DEPTH = 200;

    /** Left-associative operators from loose to tight. */
    private const OPERATORS = ['||', '&&', '==', '!=', '+'];

    /** @var list<array{string, string, int}> kind ("word", "text" or the sign itself), text, line */
    private array $tokens = [];

    private int $at = 0;

    private int $depth = 0;

    private function __construct(private readonly string $path, private readonly string $place)
    {
    }

    /**
     * @param  string  $place  what the script is called in messages
     * @return list<ScriptCall> the statements
     *
     * @throws PackageError with the line where the script stops making sense
     */
    public static function parse(string $script, string $path, string $place): array
    {
        $parser = new self($path, $place);
        $parser->tokenise($script);
        $statements = $parser->statements();
        if ($parser->at < count($parser->tokens)) {
            throw $parser->error('an operator or the end of the statement');
        }

        return $statements;
    }

    private function tokenise(string $script): void
    {
        $pattern = '/\G(?:(?<space>\s+|\#[^\n]*)|"(?<text>(?:[^"\\\\]|\\\\.)*)"|(?<sign>\|\||&&|==|!=|[!+();,])|(?<word>[A-Za-z0-9_:\/.\-]+))/s';
        $offset = 0;
        $line = 1;
        while ($offset < strlen($script)) {
            if (preg_match($pattern, $script, $m, PREG_UNMATCHED_AS_NULL, $offset) !== 1) {
                throw PackageError::malformed($this->path, "{$this->place}, line {$line}", 'The script holds a character that is not understood', 'words, quoted text and operators');
            }
            if (isset($m['text'])) {
                $this->tokens[] = ['text', stripcslashes($m['text']), $line];
            } elseif (isset($m['sign'])) {
                $this->tokens[] = [$m['sign'], $m['sign'], $line];
            } elseif (isset($m['word'])) {
                $this->tokens[] = ['word', $m['word'], $line];
            }
            $line += substr_count($m[0], "\n");
            $offset += strlen($m[0]);
        }
    }

    /**
     * @return list<ScriptCall>
     */
    private function statements(): array
    {
        $statements = [];
        while ($this->at < count($this->tokens) && ! $this->isWord('then', 'else', 'endif') && $this->kind() !== ')') {
            $statements[] = $this->operation(0);
            if ($this->kind() !== ';') {
                break;
            }
            $this->at++;
        }

        return $statements;
    }

    private function operation(int $level): ScriptCall
    {
        if (! isset(self::OPERATORS[$level])) {
            return $this->operand();
        }
        $left = $this->operation($level + 1);
        while ($this->kind() === self::OPERATORS[$level]) {
            $this->at++;
            $left = new ScriptCall(self::OPERATORS[$level], [$left, $this->operation($level + 1)]);
        }

        return $left;
    }

    private function operand(): ScriptCall
    {
        if (++$this->depth > self::MOST_DEPTH) {
            throw $this->error('fewer than '.self::MOST_DEPTH.' nested expressions');
        }
        [$kind, $text] = $this->tokens[$this->at] ?? throw $this->error('another expression');
        $this->at++;
        $node = match (true) {
            $kind === '!' => new ScriptCall('!', [$this->operand()]),
            $kind === '(' => $this->closing($this->block(), ')'),
            $kind === 'word' && $text === 'if' => $this->condition(),
            $kind === 'word' && $this->kind() === '(' => new ScriptCall($text, $this->arguments()),
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
            $this->at++;
            $branches[] = $this->block();
        }
        $this->word('endif');

        return new ScriptCall('if', $branches);
    }

    private function block(): ScriptCall
    {
        $statements = $this->statements();

        return count($statements) === 1 ? $statements[0] : new ScriptCall(';', $statements);
    }

    /**
     * @return list<ScriptCall>
     */
    private function arguments(): array
    {
        $this->at++;
        $arguments = [];
        while ($this->kind() !== ')') {
            $arguments[] = $this->operation(0);
            if ($this->kind() === ',') {
                $this->at++;
            } elseif ($this->kind() !== ')') {
                throw $this->error('"," or ")"');
            }
        }
        $this->at++;

        return $arguments;
    }

    private function closing(ScriptCall $node, string $sign): ScriptCall
    {
        if ($this->kind() !== $sign) {
            throw $this->error("\"{$sign}\"");
        }
        $this->at++;

        return $node;
    }

    private function word(string $word): void
    {
        if (! $this->isWord($word)) {
            throw $this->error("\"{$word}\"");
        }
        $this->at++;
    }

    private function isWord(string ...$words): bool
    {
        $token = $this->tokens[$this->at] ?? null;

        return $token !== null && $token[0] === 'word' && in_array($token[1], $words, true);
    }

    private function kind(): string
    {
        return $this->tokens[$this->at][0] ?? '';
    }

    private function error(string $expected): PackageError
    {
        $token = $this->tokens[$this->at] ?? null;
        $where = $token === null ? 'end' : "line {$token[2]}";
        $found = $token === null ? 'The script ends in the middle of a statement' : "The script holds \"{$token[1]}\" where it does not belong";

        return PackageError::malformed($this->path, "{$this->place}, {$where}", $found, $expected);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * Carries out the script of an update package as an installer does: expressions one after the other, each with its
 * side effects, until one aborts. Values are texts; "" is false.
 *
 * Source: the expressions of the installer's published language: calls, texts, `==`, `!=`, `&&`, `||`, `!`, `+`,
 * `;` and `if … then … else … endif`.
 */
final class UpdateScript
{
    /** A quoted text, an operator or a word, behind blanks and comments. */
    private const TOKENS =
        '/\G(?:\s+|#[^\n]*\n?)*' . '(?:"((?:[^"\\\\]|\\\\.)*)"|(==|!=|&&|\|\||[!+();,])|([^\s"=!&|+();,]+))/s';

    private const ENDS = ['then', 'else', 'endif', ')'];

    /** Order of the operators, weakest first. */
    private const ORDER = [['||'], ['&&'], ['==', '!='], ['+']];

    /** @var list<array{string, bool}> text, and whether it is a quoted one */
    private array $tokens = [];

    private const DEEPEST = 200;

    private int $at = 0;

    private int $depth = 0;

    /** @var list<array{partition: string, entry: string}> in the order in which they were written */
    public array $writes = [];

    /** what the script stopped with; null where it came to its end */
    public ?string $abort = null;

    /** @var list<string> names of calls that nobody knows here; they were taken to do nothing that counts */
    public array $unknown = [];

    public function __construct(string $script, private readonly SimulatedPhone $phone)
    {
        $offset = 0;
        while (preg_match(self::TOKENS, $script, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $offset) === 1) {
            $offset = $match[0][1] + strlen((string) $match[0][0]);
            $this->tokens[] =
                $match[1][0] !== null
                    ? [stripcslashes($match[1][0]), true]
                    : [(string) ($match[2][0] ?? $match[3][0]), false];
        }
        try {
            $this->sequence(true);
        } catch (ScriptAborted $aborted) {
            $this->abort = $aborted->getMessage();
        }
    }

    private function next(): string
    {
        return isset($this->tokens[$this->at]) && !$this->tokens[$this->at][1] ? $this->tokens[$this->at][0] : '';
    }

    private function take(string $token): bool
    {
        if ($this->next() !== $token) {
            return false;
        }
        $this->at++;

        return true;
    }

    /**
     * Expressions with semicolons between them; the value is the last one's.
     *
     * @param  bool  $does  whether they are carried out, or only read over
     */
    private function sequence(bool $does): string
    {
        if (++$this->depth > self::DEEPEST) {
            throw new ScriptAborted('the script is nested too deeply');
        }
        $value = '';
        do {
            if (!isset($this->tokens[$this->at]) || in_array($this->next(), self::ENDS, true)) {
                break;
            }
            $value = $this->expression(0, $does);
        } while ($this->take(';'));
        $this->depth--;

        return $value;
    }

    private function expression(int $level, bool $does): string
    {
        if (!isset(self::ORDER[$level])) {
            return $this->term($does);
        }
        $left = $this->expression($level + 1, $does);
        while (in_array($this->next(), self::ORDER[$level], true)) {
            $operator = $this->next();
            $this->at++;
            $goesOn = match ($operator) {
                '||' => $left === '',
                '&&' => $left !== '',
                default => true,
            };
            $right = $this->expression($level + 1, $does && $goesOn);
            $left = match ($operator) {
                '==' => $this->isSame($left, $right) ? 't' : '',
                '!=' => $this->isSame($left, $right) ? '' : 't',
                '+' => $left . $right,
                default => $goesOn ? $right : $left,
            };
        }

        return $left;
    }

    /** A recovery answers to every codename that the phone is built like. */
    private function isSame(string $left, string $right): bool
    {
        $own = $this->phone->codename();

        return $left === $right ||
            ($left === $own && $right !== '' && $this->phone->isBuiltLike($right)) ||
            ($right === $own && $left !== '' && $this->phone->isBuiltLike($left));
    }

    private function term(bool $does): string
    {
        if ($this->take('!')) {
            return $this->term($does) === '' ? 't' : '';
        }
        if ($this->take('(')) {
            $value = $this->sequence($does);
            $this->take(')');

            return $value;
        }
        if ($this->take('if')) {
            $holds = $this->sequence($does) !== '';
            $this->take('then');
            $then = $this->sequence($does && $holds);
            $else = $this->take('else') ? $this->sequence($does && !$holds) : '';
            $this->take('endif');

            return $holds ? $then : $else;
        }
        if (!isset($this->tokens[$this->at]) || $this->next() === ')') {
            return '';
        }
        [$text, $isQuoted] = $this->tokens[$this->at++];
        if ($isQuoted || $this->next() !== '(') {
            return $text;
        }
        $this->at++;

        return $this->called($text, $does);
    }

    private function called(string $name, bool $does): string
    {
        $arguments = [];
        while ($this->next() !== ')' && isset($this->tokens[$this->at])) {
            $before = $this->at;
            $arguments[] = $this->sequence($does);
            $this->take(',');
            // What fits nowhere is stepped over.
            $this->at += $this->at === $before ? 1 : 0;
        }
        $this->take(')');

        return $does ? $this->call($name, $arguments) : '';
    }

    /**
     * @param  list<string>  $with
     *
     * @throws ScriptAborted
     */
    private function call(string $name, array $with): string
    {
        [$first, $second] = [$with[0] ?? '', $with[1] ?? ''];

        return match ($name) {
            'assert' => $first === '' ? throw new ScriptAborted('assert failed') : $first,
            'abort' => throw new ScriptAborted($first),
            'getprop' => ScriptProperties::of($this->phone)[$first] ?? '',
            'file_getprop' => ScriptProperties::of($this->phone)[$second] ?? '',
            'is_substring' => str_contains($second, $first) ? 't' : '',
            'less_than_int' => (int) $first < (int) $second ? 't' : '',
            'greater_than_int' => (int) $first > (int) $second ? 't' : '',
            'concat' => implode('', $with),
            'ifelse' => $first !== '' ? $second : $with[2] ?? '',
            'package_extract_file' => count($with) > 1 ? $this->wrote($second, $first) : $first,
            'write_raw_image' => $this->wrote($second, $first),
            'block_image_update' => $this->wrote($first, $second),
            'format',
            'delete',
            'delete_recursive',
            'ui_print',
            'show_progress',
            'set_progress',
            'mount',
            'unmount',
            'is_mounted',
            'run_program',
            'set_metadata',
            'symlink',
            'package_extract_dir',
            'set_perm',
            'sleep',
            'range',
            'range_sha1',
            'stdout',
            'apply_patch_check',
            'block_image_verify',
            'block_image_recover'
                => 't',
            default => $this->other($name, $with),
        };
    }

    /**
     * Makers add calls of their own that compare the installed firmware with what the script accepts.
     *
     * @param  list<string>  $accepted
     */
    private function other(string $name, array $accepted): string
    {
        if (preg_match('/verify_(modem|bootloader|trustzone|baseband|min_\w+)$/', $name) === 1) {
            return in_array($this->phone->firmwareVersion($this->phone->runningSlot), $accepted, true) ? '1' : '0';
        }
        $this->unknown[] = $name;

        return 't';
    }

    private function wrote(string $device, string $entry): string
    {
        if (str_starts_with($device, '/dev/') || str_starts_with($device, 'EMMC:')) {
            $this->writes[] = ['partition' => basename(explode(':', $device)[1] ?? $device), 'entry' => $entry];
        }

        return 't';
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/** A call, an operator ("==", "||", "&&", "!", ";", "if", "+") or a literal ("text") in an update script. */
final readonly class ScriptCall
{
    /** A statement that makes no sense here; its text is as it stands. */
    public const UNREADABLE = '?';

    /** How many expressions lie in one another here, itself among them. */
    public int $depth;

    /**
     * @param  list<ScriptCall>  $arguments
     */
    public function __construct(public string $name, public array $arguments = [], public string $text = '')
    {
        $deepest = 0;
        foreach ($arguments as $argument) {
            $deepest = max($deepest, $argument->depth);
        }
        $this->depth = $deepest + 1;
    }

    public static function literal(string $text): self
    {
        return new self('text', [], $text);
    }

    public static function unreadable(string $text): self
    {
        return new self(self::UNREADABLE, [], $text);
    }

    public function argument(int $index): ?string
    {
        $argument = $this->arguments[$index] ?? null;

        return $argument?->name === 'text' ? $argument->text : null;
    }

    /** The expression as a reader would write it. */
    public function __toString(): string
    {
        if ($this->name === self::UNREADABLE) {
            return $this->text;
        }
        if ($this->name === 'text') {
            return '"' . $this->text . '"';
        }
        if (preg_match('/^\w/', $this->name) === 1) {
            return $this->name . '(' . implode(', ', $this->arguments) . ')';
        }

        return count($this->arguments) === 1
            ? $this->name . $this->arguments[0]
            : implode(" {$this->name} ", $this->arguments);
    }
}

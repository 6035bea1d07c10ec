<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/**
 * The root of every error that a person can do something about: it says what was read, where,
 * what was expected and what to do. Everything else that is thrown is a defect of this program.
 */
abstract class TornavisError extends \RuntimeException
{
    public readonly string $what;

    public readonly string $where;

    public readonly string $expected;

    public readonly string $todo;

    /**
     * @param  string  $what  what was being read or done
     * @param  string  $where  file, byte offset, entry or field
     * @param  string  $expected  what would have been right
     * @param  string  $todo  what the person can do
     */
    final protected function __construct(
        string $what,
        string $where,
        string $expected,
        string $todo,
        ?\Throwable $previous = null,
    ) {
        // What is quoted in it may come from a file that holds anything; the message can be kept and shown all the
        // same.
        [$this->what, $this->where, $this->expected, $this->todo] = array_map(mb_scrub(...), [
            $what,
            $where,
            $expected,
            $todo,
        ]);
        [$what, $where, $expected, $todo] = [$this->what, $this->where, $this->expected, $this->todo];
        parent::__construct("{$what} ({$where}). Expected: {$expected}. {$todo}", 0, $previous);
    }

    /**
     * @return array{error: string, what: string, where: string, expected: string, todo: string}
     */
    final public function toArray(): array
    {
        $class = static::class;

        return [
            'error' => substr($class, (int) strrpos($class, '\\') + 1),
            'what' => $this->what,
            'where' => $this->where,
            'expected' => $this->expected,
            'todo' => $this->todo,
        ];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Properties with the lines that they stand in; one key may stand there more than once. */
final class PropertySet
{
    /** @var array<string, list<array{string, PrintedLine}>> different values by key, in their order */
    private array $found = [];

    public function add(string $key, string $value, PrintedLine $line): void
    {
        $value = trim($value);
        foreach ($this->found[$key] ?? [] as [$known]) {
            if ($known === $value) {
                return;
            }
        }
        $this->found[$key][] = [$value, $line];
    }

    public function isEmpty(): bool
    {
        return $this->found === [];
    }

    public function count(): int
    {
        return count($this->found);
    }

    /** The value that stands last in the text; "" where there is none. */
    public function last(string $key): string
    {
        $all = $this->found[$key] ?? [];
        $last = $all === [] ? '' : $all[count($all) - 1][0];

        return NoValue::is($last) ? '' : $last;
    }

    /** Where the value stands that last() gives. */
    public function lineOf(string $key): ?PrintedLine
    {
        $all = $this->found[$key] ?? [];

        return $all === [] ? null : $all[count($all) - 1][1];
    }

    /**
     * @return list<array{string, PrintedLine}> every different value that is one
     */
    public function all(string $key): array
    {
        return array_values(
            array_filter($this->found[$key] ?? [], static fn(array $one): bool => !NoValue::is($one[0])),
        );
    }

    /**
     * @return list<string>
     */
    public function keys(): array
    {
        return array_map(strval(...), array_keys($this->found));
    }
}

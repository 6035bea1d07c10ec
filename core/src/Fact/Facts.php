<?php

declare(strict_types=1);

namespace Tornavis\Core\Fact;

/**
 * Statements of several sources about one thing, in the order in which they were made.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Facts
{
    /** @var array<string, ?Fact> the statement that holds, by name */
    private array $best;

    /**
     * @param  array<string, list<Fact>>  $byName
     */
    private function __construct(private array $byName)
    {
        $best = [];
        foreach ($byName as $name => $facts) {
            $best[$name] = self::highest($facts);
        }
        $this->best = $best;
    }

    /**
     * @param  list<Fact>  $facts
     */
    private static function highest(array $facts): ?Fact
    {
        $best = null;
        foreach ($facts as $fact) {
            if ($fact->known() && ($best === null || $fact->source->rank() >= $best->source->rank())) {
                $best = $fact;
            }
        }

        return $best;
    }

    public static function of(Fact ...$facts): self
    {
        return (new self([]))->with(...$facts);
    }

    public function with(Fact ...$facts): self
    {
        $byName = $this->byName;
        foreach ($facts as $fact) {
            $byName[$fact->name][] = $fact;
        }

        return new self($byName);
    }

    public function without(Source $source): self
    {
        return self::of(...array_filter($this->all(), static fn(Fact $one): bool => $one->source !== $source));
    }

    /**
     * The statement of the highest-ranking source that knows the value; among equals the last one. Null where nobody
     * knows.
     */
    public function best(string $name): ?Fact
    {
        return $this->best[$name] ?? null;
    }

    public function text(string $name): ?string
    {
        $value = $this->best($name)?->value;

        return is_string($value) ? $value : null;
    }

    public function int(string $name): ?int
    {
        $value = $this->best($name)?->value;

        return is_int($value) ? $value : null;
    }

    public function flag(string $name): ?bool
    {
        $value = $this->best($name)?->value;

        return is_bool($value) ? $value : null;
    }

    /**
     * @return list<string>
     */
    public function list(string $name): array
    {
        $value = $this->best($name)?->value;

        return is_array($value) ? $value : [];
    }

    /**
     * Every statement, name by name.
     *
     * @return list<Fact>
     */
    public function all(): array
    {
        return array_merge(...array_values($this->byName));
    }

    /**
     * Names on which known statements of different sources disagree, each with one statement per source.
     *
     * @param  list<string>  $open  names of lists that say what is so and not that nothing else is: one that holds
     *     another does not contradict it
     * @return array<string, list<Fact>>
     */
    public function conflicts(array $open = []): array
    {
        $conflicts = [];
        foreach ($this->byName as $name => $facts) {
            $perSource = [];
            foreach ($facts as $fact) {
                if ($fact->known() && $fact->source !== Source::Assumed) {
                    $perSource[$fact->source->value . '|' . $fact->where] = $fact;
                }
            }
            $perSource = array_values($perSource);
            foreach ($perSource as $fact) {
                $isHeld = in_array($name, $open, true) && self::isHeld($fact, $perSource[0]);
                if (!$isHeld && !$fact->agreesWith($perSource[0])) {
                    $conflicts[$name] = $perSource;
                    break;
                }
            }
        }

        return $conflicts;
    }

    /** Whether one list holds the other, whichever is the longer one. */
    private static function isHeld(Fact $one, Fact $other): bool
    {
        return is_array($one->value) &&
            is_array($other->value) &&
            (array_diff($one->value, $other->value) === [] || array_diff($other->value, $one->value) === []);
    }
}

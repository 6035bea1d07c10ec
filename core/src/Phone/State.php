<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use LogicException;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\Version;

/**
 * What is known about one phone at one moment: one fact per name. Immutable.
 *
 * A name that is missing or null is unknown, which is never a "no".
 *
 * @phpstan-import-type FactValue from Fact
 */
final class State
{
    /** @var array<string, SlotState> by slot, made when they are asked for */
    private array $slots = [];

    private ?DataState $data = null;

    private ?BootloaderState $bootloader = null;

    /**
     * @param  array<string, Fact>  $facts
     */
    private function __construct(private readonly array $facts) {}

    /**
     * Where several facts share a name the later observation supersedes the earlier one, whoever made it; at the
     * same time the higher source wins, and what was only assumed never supersedes what was observed.
     */
    public static function of(Fact ...$facts): self
    {
        $best = [];
        foreach ($facts as $fact) {
            $old = $best[$fact->name] ?? null;
            if ($old === null || self::weight($fact) >= self::weight($old)) {
                $best[$fact->name] = $fact;
            }
        }

        return new self($best);
    }

    /**
     * @return array{bool, int, int}
     */
    private static function weight(Fact $fact): array
    {
        return [
            $fact->source !== Source::Assumed,
            $fact->at === null ? 0 : Moment::seconds($fact->at) ?? 0,
            $fact->source->rank(),
        ];
    }

    public function slot(string $slot): SlotState
    {
        return $this->slots[$slot] ??= new SlotState($this, $slot);
    }

    public function data(): DataState
    {
        return $this->data ??= new DataState($this);
    }

    public function bootloader(): BootloaderState
    {
        return $this->bootloader ??= new BootloaderState($this);
    }

    /**
     * A fact with where it is known from. A name that does not exist is a mistake of the program, never "unknown".
     *
     * @throws LogicException
     */
    public function fact(StateField|string $name): Fact
    {
        if ($name instanceof StateField) {
            $name = $name->value;
        }
        self::refuseUnknown($name);

        return $this->facts[$name] ?? Fact::of($name, null, Source::Assumed, 'nothing is known');
    }

    /** @throws LogicException */
    private static function refuseUnknown(string $name): void
    {
        if (FactName::field($name) === null) {
            throw new LogicException(
                "There is no fact {$name} about a phone; docs/formats/unit.md lists those there are.",
            );
        }
    }

    public function text(StateField|string $name): ?string
    {
        $value = $this->fact($name)->value;

        return is_string($value) ? $value : null;
    }

    public function int(StateField|string $name): ?int
    {
        $value = $this->fact($name)->value;

        return is_int($value) ? $value : null;
    }

    public function flag(StateField|string $name): ?bool
    {
        $value = $this->fact($name)->value;

        return is_bool($value) ? $value : null;
    }

    /**
     * @return list<string>
     */
    public function list(StateField|string $name): array
    {
        $value = $this->fact($name)->value;

        return is_array($value) ? $value : [];
    }

    public function version(StateField|string $name): ?Version
    {
        $text = $this->text($name);

        return $text === null ? null : Version::of($text);
    }

    public function mode(): ?Mode
    {
        return Mode::tryFrom((string) $this->text(StateField::Mode));
    }

    public function activeSlot(): ?string
    {
        return $this->text(StateField::ActiveSlot);
    }

    /**
     * The same state with other values, each known from $source.
     *
     * @param  array<string, FactValue>  $values
     *
     * @throws LogicException when a name does not exist
     */
    public function with(
        array $values,
        Source $source = Source::Assumed,
        string $where = 'predicted',
        ?string $at = null,
    ): self {
        $facts = $this->facts;
        foreach ($values as $name => $value) {
            self::refuseUnknown($name);
            $facts[$name] = Fact::of($name, $value, $source, $where, $at);
        }

        return new self($facts);
    }

    /**
     * @return array<string, FactValue> by name, sorted
     */
    public function values(): array
    {
        $values = array_map(static fn(Fact $fact): string|int|bool|array|null => $fact->value, $this->facts);
        ksort($values);

        return $values;
    }

    /**
     * @return list<Fact> sorted by name
     */
    public function facts(): array
    {
        $facts = $this->facts;
        ksort($facts);

        return array_values($facts);
    }

    /**
     * What is different in another state.
     *
     * @return array<string, FactValue> the other state's values
     */
    public function changesTo(self $later): array
    {
        $changes = [];
        foreach ($later->facts as $name => $fact) {
            $mine = $this->facts[$name] ?? null;
            if ($mine === null ? $fact->known() : !$fact->agreesWith($mine)) {
                $changes[$name] = $fact->value;
            }
        }
        ksort($changes);

        return $changes;
    }
}

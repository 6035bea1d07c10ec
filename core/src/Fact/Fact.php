<?php

declare(strict_types=1);

namespace Tornavis\Core\Fact;

/**
 * A value with its source, the place it was read and its time.
 *
 * A null value means "looked for and not known"; it is never a "no".
 *
 * @phpstan-type FactValue string|int|bool|list<string>|null
 */
final readonly class Fact
{
    /**
     * @param  string  $name  dotted name, as listed in {
     *     @see \Tornavis\Core\Phone\StateField
     * } or {@see \Tornavis\Core\Package\PackageField}
     * @param  FactValue  $value
     * @param  string  $where  file and entry, mode of the phone, or "" where there is nothing to add
     * @param  ?string  $at  ISO 8601 time of the observation
     */
    private function __construct(
        public string $name,
        public string|int|bool|array|null $value,
        public Source $source,
        public string $where,
        public ?string $at,
    ) {}

    /**
     * @param  FactValue  $value
     */
    public static function of(
        string $name,
        string|int|bool|array|null $value,
        Source $source,
        string $where = '',
        ?string $at = null,
    ): self {
        return new self($name, $value, $source, $where, $at);
    }

    public function named(string $name): self
    {
        return new self($name, $this->value, $this->source, $this->where, $this->at);
    }

    /** The same, seen at a time. */
    public function at(string $at): self
    {
        return new self($this->name, $this->value, $this->source, $this->where, $at);
    }

    public function known(): bool
    {
        return $this->value !== null;
    }

    /** How sure the value is; null where there is none. */
    public function grade(): ?Grade
    {
        return $this->known() ? $this->source->grade() : null;
    }

    public function text(): string
    {
        return match (true) {
            $this->value === null => 'unknown',
            is_bool($this->value) => $this->value ? 'yes' : 'no',
            is_array($this->value) => implode(', ', $this->value),
            default => (string) $this->value,
        };
    }

    public function agreesWith(self $other): bool
    {
        if (is_array($this->value) && is_array($other->value)) {
            $mine = $this->value;
            $theirs = $other->value;
            sort($mine);
            sort($theirs);

            return $mine === $theirs;
        }

        return $this->value === $other->value;
    }

    /**
     * @return array{name: string, value: FactValue, source: string, where?: string, at?: string}
     */
    public function toArray(): array
    {
        $out = ['name' => $this->name, 'value' => $this->value, 'source' => $this->source->value];
        if ($this->where !== '') {
            $out['where'] = $this->where;
        }
        if ($this->at !== null) {
            $out['at'] = $this->at;
        }

        return $out;
    }

    /**
     * @param  array{name: string, value: FactValue, source: string, where?: string, at?: string}  $data
     */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['name'],
            $data['value'],
            Source::from($data['source']),
            $data['where'] ?? '',
            $data['at'] ?? null,
        );
    }
}

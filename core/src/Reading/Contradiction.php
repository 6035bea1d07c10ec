<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Two or more statements about one thing that cannot all be true. */
final readonly class Contradiction
{
    /**
     * @param  non-empty-list<Statement>  $statements  one for each value, the one that stands first
     */
    public function __construct(public StatementKind $kind, public string $name, public array $statements) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        $nameKey = $this->kind === StatementKind::Unit ? 'name' : 'field';

        return [
            'of' => $this->kind->value,
            $nameKey => $this->name,
            'values' => array_map(static fn(Statement $one): array => $one->toArray($nameKey), $this->statements),
        ];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** One line of a journal. The hash covers the line and the hash of the line before. */
final readonly class JournalEvent
{
    public const BEGINNING = '0000000000000000000000000000000000000000000000000000000000000000';

    /**
     * @param  array<string, mixed>  $data
     */
    private function __construct(
        public int $sequence,
        public string $at,
        public EventKind $kind,
        public ?int $step,
        public array $data,
        public string $previous,
        public string $hash,
    ) {}

    /**
     * @param  array<string, mixed>  $data
     * @param  string  $at  ISO 8601
     */
    public static function after(?self $last, string $at, EventKind $kind, ?int $step, array $data): self
    {
        $sequence = ($last->sequence ?? 0) + 1;
        $previous = $last->hash ?? self::BEGINNING;

        return new self(
            $sequence,
            $at,
            $kind,
            $step,
            $data,
            $previous,
            self::hashOf($sequence, $at, $kind, $step, $data, $previous),
        );
    }

    /**
     * @param  array<string, mixed>  $row  as written by toArray()
     */
    public static function fromArray(array $row): self
    {
        /**
         * @var array{
         *     sequence: int,
         *     at: string,
         *     kind: string,
         *     step: ?int,
         *     data: array<string, mixed>,
         *     previous: string,
         *     hash: string
         * } $row
         */
        return new self(
            $row['sequence'],
            $row['at'],
            EventKind::from($row['kind']),
            $row['step'],
            $row['data'],
            $row['previous'],
            $row['hash'],
        );
    }

    /** Whether the line is as it was written. */
    public function isWhole(): bool
    {
        return hash_equals(
            self::hashOf($this->sequence, $this->at, $this->kind, $this->step, $this->data, $this->previous),
            $this->hash,
        );
    }

    /**
     * @return array<string, mixed> as in docs/formats/journal-event.schema.json
     */
    public function toArray(): array
    {
        return [
            'sequence' => $this->sequence,
            'at' => $this->at,
            'kind' => $this->kind->value,
            'step' => $this->step,
            'data' => $this->data === [] ? new \stdClass() : $this->data,
            'previous' => $this->previous,
            'hash' => $this->hash,
        ];
    }

    public function text(string $name): string
    {
        return is_string($this->data[$name] ?? null) ? $this->data[$name] : '';
    }

    public function int(string $name): ?int
    {
        return is_int($this->data[$name] ?? null) ? $this->data[$name] : null;
    }

    /**
     * @param  array<string, mixed>  $data
     */
    private static function hashOf(
        int $sequence,
        string $at,
        EventKind $kind,
        ?int $step,
        array $data,
        string $previous,
    ): string {
        return hash(
            'sha256',
            json_encode(
                [$sequence, $at, $kind->value, $step, $data, $previous],
                JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Reading\Statement;

/**
 * A field of a drafted sheet with where it comes from.
 *
 * @phpstan-import-type Told from Statement
 */
final readonly class DraftField
{
    /**
     * @param  Told  $value
     * @param  list<Statement>  $sources
     * @param  string  $why  how it was inferred; "" where it was read
     */
    public function __construct(
        public string $field,
        public string|int|bool|array $value,
        public array $sources,
        public Grade $grade,
        public string $why = '',
    ) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'field' => $this->field,
            'value' => $this->value,
            'grade' => $this->grade->value,
            'why' => $this->why,
            'sources' => array_map(self::source(...), $this->sources),
        ];
    }

    /**
     * @return array<string, mixed> as in docs/formats/model-sheet.schema.json, with the value that it gives
     */
    private static function source(Statement $one): array
    {
        return self::place($one) + ['value' => $one->value];
    }

    /**
     * @return array{from: string, form: string, line: string, lineNumber: int} as a sheet keeps it
     */
    public static function place(Statement $one): array
    {
        return [
            'from' => $one->line->source,
            'form' => $one->form,
            'line' => $one->line->text,
            'lineNumber' => $one->line->number,
        ];
    }
}

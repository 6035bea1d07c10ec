<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Fact\Grade;

/** How sure each field of a model sheet is, and where it was read. */
final readonly class SheetGrades
{
    /** @param  array<string, mixed>  $document  as in docs/formats/model-sheet.schema.json */
    public function __construct(private array $document) {}

    /**
     * How sure the value of a field is: a whole sheet is its maker's, and what somebody has entered without a grade was
     * said by a person. Null where the sheet does not state it.
     *
     * @param  string  $field  "slots", "partitions.boot.sizeBytes"
     */
    public function of(string $field): ?Grade
    {
        $isStated = array_key_exists(explode('.', $field)[0], $this->document);

        return $isStated ? $this->all()[$field] ?? Grade::Said : null;
    }

    /**
     * The grades that the document gives. In older documents what was inferred is named under "assumed".
     *
     * @return array<string, Grade> by field
     */
    public function all(): array
    {
        $assumed = $this->document['assumed'] ?? [];
        $named = is_array($assumed) ? array_filter($assumed, is_string(...)) : [];
        $grades = array_fill_keys($named, Grade::Guessed);
        $given = $this->document['grades'] ?? [];
        foreach (is_array($given) ? $given : [] as $field => $grade) {
            $known = is_string($grade) ? Grade::tryFrom($grade) : null;
            $known === null ?: ($grades[(string) $field] = $known);
        }

        return $grades;
    }

    /**
     * Names of the files and pastes that a field was read from, or that it follows from, each once.
     *
     * @return list<string>
     */
    public function readFrom(string $field): array
    {
        $places = $this->sources()[$field] ?? [];
        $names = array_column(is_array($places) ? $places : [], 'from');

        return array_values(array_unique(array_filter($names, is_string(...))));
    }

    /**
     * @return array<string, mixed> places by field, as in docs/formats/model-sheet.schema.json
     */
    public function sources(): array
    {
        $sources = $this->document['sources'] ?? [];

        return is_array($sources) ? array_filter($sources, is_string(...), ARRAY_FILTER_USE_KEY) : [];
    }
}

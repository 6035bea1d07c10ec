<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Words\PartitionName;

/**
 * What another sheet of the same codename adds to the one that is here, and where the two differ. What was read here is
 * never overruled; what was only inferred gives way to what was read elsewhere.
 */
final readonly class SheetMerge
{
    /** Lists whose rows have a name of their own. */
    private const ROWS = ['partitions' => 'name', 'superGroups' => 'name', 'variants' => 'model'];

    private const NO_FIELDS = ['format', 'version', 'codename', 'assumed', 'grades', 'sources'];

    /**
     * @param  array<string, mixed>  $document  of the sheet with what the other one adds
     * @param  list<string>  $added  fields
     * @param  list<array{field: string, here: mixed, there: mixed}>  $differs
     */
    private function __construct(public array $document, public array $added, public array $differs) {}

    public static function of(ModelSheet $here, ModelSheet $there): self
    {
        $document = $here->toArray();
        $added = [];
        $differs = [];
        foreach (array_diff_key($there->toArray(), array_flip(self::NO_FIELDS)) as $field => $value) {
            if (isset(self::ROWS[$field])) {
                [$document[$field], $news, $unlike] = self::rows($field, $document[$field] ?? [], $value);
                array_push($added, ...$news);
                array_push($differs, ...$unlike);
            } elseif (!array_key_exists($field, $document)) {
                $document[$field] = $value;
                $added[] = $field;
            } elseif (self::givesWay($field, $here, $there)) {
                // Where both say the same, it is surer from now on.
                $document[$field] = $value;
                $added[] = $field;
            } elseif ($document[$field] !== $value && $there->grades->of($field) !== Grade::Guessed) {
                $differs[] = ['field' => $field, 'here' => $document[$field], 'there' => $value];
            }
        }

        if ($here->isWhole()) {
            // Whoever has entered it whole has said what is not there, too.
            $added = [];
        }

        return new self(
            $added === [] ? $here->toArray() : self::withSources($document, $here, $there, $added),
            $added,
            $differs,
        );
    }

    /** What only follows from other things, or is a guess, gives way to what was read or said. */
    private static function givesWay(string $field, ModelSheet $here, ModelSheet $there): bool
    {
        $mine = $here->grades->of($field);
        $theirs = $there->grades->of($field);
        $isWeak = in_array($mine, [Grade::Guessed, Grade::Derived], true);

        return $mine !== null && $theirs !== null && $isWeak && $theirs->isSurerThan($mine);
    }

    /** @throws FormatError when both cannot be so together */
    public function sheet(): ModelSheet
    {
        return ModelSheet::fromArray($this->document, 'the sheet with what was added');
    }

    /**
     * @return array{list<mixed>, list<string>, list<array{field: string, here: mixed, there: mixed}>} rows, what was
     *     added, and what differs
     */
    private static function rows(string $field, mixed $mine, mixed $theirs): array
    {
        $key = self::ROWS[$field];
        $rows = [];
        foreach (is_array($mine) ? $mine : [] as $row) {
            $rows[is_array($row) ? self::name($row, $key) : ''] = $row;
        }
        $added = [];
        $differs = [];
        foreach (is_array($theirs) ? $theirs : [] as $row) {
            $name = is_array($row) ? self::nameHere(self::name($row, $key), array_keys($rows)) : '';
            $isLogical = is_array($row) && ($row['logical'] ?? false) === true;
            $has = is_array($rows[$name] ?? null) ? $rows[$name] : [];
            foreach (is_array($row) ? $row : [] as $part => $value) {
                if (!array_key_exists($part, $has)) {
                    $has[$part] = $value;
                    $added[] = "{$field}.{$name}.{$part}";
                } elseif ($has[$part] !== $value && $part !== $key && !($isLogical && $part === 'sizeBytes')) {
                    $differs[] = ['field' => "{$field}.{$name}.{$part}", 'here' => $has[$part], 'there' => $value];
                }
            }
            $rows[$name] = $has;
        }

        return [array_values($rows), $added, $differs];
    }

    /**
     * The name that the sheet here has for the same thing: "data" for "userdata".
     *
     * @param  list<int|string>  $here
     */
    private static function nameHere(string $name, array $here): string
    {
        foreach ($here as $known) {
            if (PartitionName::same((string) $known, $name)) {
                return (string) $known;
            }
        }

        return $name;
    }

    /**
     * @param  array<mixed>  $row
     */
    private static function name(array $row, string $key): string
    {
        return is_string($row[$key] ?? null) ? $row[$key] : '';
    }

    /**
     * @param  list<string>  $fields
     * @return array<string, Grade> by field
     */
    private static function gradesOf(ModelSheet $sheet, array $fields): array
    {
        $grades = [];
        foreach ($fields as $field) {
            $grades[$field] = $sheet->grades->of($field) ?? Grade::Said;
        }

        return $grades;
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<string>  $added
     * @return array<string, mixed>
     */
    private static function withSources(array $document, ModelSheet $here, ModelSheet $there, array $added): array
    {
        $theirs = array_intersect_key($there->grades->sources(), array_flip($added));
        $document['sources'] = $theirs + $here->grades->sources();
        $document['grades'] = array_map(
            static fn(Grade $one): string => $one->value,
            self::gradesOf($there, $added) + $here->grades->all(),
        );
        unset($document['assumed']);

        return array_filter($document, static fn(mixed $part): bool => $part !== []);
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;

/** A model sheet with what a person has said of one of its fields; from then on it counts as said. */
final class SheetAnswer
{
    /** What is asked of a model, and what the answer is. */
    private const ASKED = [
        'slots' => 'number',
        'recoveryHome' => 'text',
        'dynamicLayout' => 'text',
        'architecture' => 'text',
        'launchApi' => 'number',
        'pcFlash' => 'yes or no',
        'verification' => 'yes or no',
        'unverified' => 'text',
    ];

    /**
     * @param  string  $text  as it was chosen or typed
     * @param  string  $at  ISO 8601, when it was said
     *
     * @throws FormatError when nothing of the kind is asked, or the sheet cannot be so
     */
    public static function said(ModelSheet $sheet, string $field, string $text, string $at): ModelSheet
    {
        $kind =
            self::ASKED[$field] ??
            throw FormatError::invalid(
                'what was said',
                $field,
                'This is not asked of a model',
                'one of ' . implode(', ', array_keys(self::ASKED)),
            );
        $document = $sheet->toArray();
        $document[$field] = match (true) {
            $kind === 'number' && ctype_digit($text) => (int) $text,
            $kind === 'yes or no' && in_array($text, ['yes', 'no'], true) => $text === 'yes',
            default => $text,
        };
        // A whole sheet has no grades: all of it counts as said.
        if (!$sheet->isWhole()) {
            $grades = array_map(static fn(Grade $one): string => $one->value, $sheet->grades->all());
            $sources = $sheet->grades->sources();
            $document['grades'] = [$field => Grade::Said->value] + $grades;
            $document['sources'] = [$field => [['from' => 'a person', 'at' => $at]]] + $sources;
            unset($document['assumed']);
        }
        if ($field === 'recoveryHome') {
            $document['partitions'] = self::withPartition($document['partitions'] ?? [], ['name' => $text]);
        }
        if ($field === 'verification' && $text === 'yes' && $sheet->verificationPartitions() === []) {
            $row = ['name' => SheetDocument::VERIFICATION, 'verification' => true];
            $document['partitions'] = self::withPartition($document['partitions'] ?? [], $row);
        }

        return ModelSheet::fromArray($document, "the sheet of {$sheet->codename}");
    }

    /**
     * Where the recovery lives is a partition, and so is where verification headers lie, whether or not the sheet
     * lists it yet.
     *
     * @param  array{name: string, verification?: true}  $row
     * @return list<mixed>
     */
    private static function withPartition(mixed $partitions, array $row): array
    {
        $rows = is_array($partitions) ? array_values($partitions) : [];
        $names = array_column(array_filter($rows, is_array(...)), 'name');

        return in_array($row['name'], $names, true) ? $rows : [...$rows, $row];
    }
}

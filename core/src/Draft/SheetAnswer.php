<?php

declare(strict_types=1);

namespace Tornavis\Core\Draft;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Verification;
use Tornavis\Core\Words\Encryption;

/** A model sheet with what a person has said of one of its fields; from then on it counts as said. */
final class SheetAnswer
{
    /** Whether the phone has the partitions that images of a file are for: "+trust,power" for yes, "-trust" for no. */
    public const PLACES = 'places';

    /** Whether a name means a chipset of the model: "+name=chipset" for yes, "-name=chipset" for no. */
    public const CHIPSET = 'chipset';

    /** Whether systems of the model start with data that is not encrypted. */
    public const UNENCRYPTED = 'unencrypted';

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
        self::UNENCRYPTED => 'yes or no',
        self::PLACES => 'names',
        self::CHIPSET => 'name',
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
        if ($kind === 'names' || $kind === 'name') {
            $said =
                $kind === 'names' ? self::withPlaces($document, $text, $sheet) : self::withChipset($document, $text);

            return ModelSheet::fromArray($said, "the sheet of {$sheet->codename}");
        }
        if ($field === self::UNENCRYPTED) {
            $field = 'encryptions';
            $without = array_values(array_diff($sheet->encryptions, [Encryption::None->value]));
            $document[$field] = $text === 'yes' ? [...$without, Encryption::None->value] : $without;
            if ($document[$field] === []) {
                throw FormatError::invalid('what was said', $field, 'No encryption is known then', 'one that was seen');
            }

            return self::graded($sheet, $document, $field, $at);
        }
        $document[$field] = match (true) {
            $kind === 'number' && ctype_digit($text) => (int) $text,
            $kind === 'yes or no' && in_array($text, ['yes', 'no'], true) => $text === 'yes',
            default => $text,
        };
        if ($field === 'recoveryHome') {
            $document['partitions'] = self::withPartition($document['partitions'] ?? [], ['name' => $text]);
        }
        if ($field === 'verification' && $text === 'yes' && $sheet->verificationPartitions() === []) {
            $row = ['name' => SheetDocument::VERIFICATION, 'verification' => true];
            $document['partitions'] = self::withPartition($document['partitions'] ?? [], $row);
        }

        return self::graded($sheet, $document, $field, $at);
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  string  $at  ISO 8601
     */
    private static function graded(ModelSheet $sheet, array $document, string $field, string $at): ModelSheet
    {
        // A whole sheet has no grades: all of it counts as said.
        if (!$sheet->isWhole()) {
            $grades = array_map(static fn(Grade $one): string => $one->value, $sheet->grades->all());
            $document['grades'] = [$field => Grade::Said->value] + $grades;
            $document['sources'] = [$field => [['from' => 'a person', 'at' => $at]]] + $sheet->grades->sources();
            unset($document['assumed']);
        }

        return ModelSheet::fromArray($document, "the sheet of {$sheet->codename}");
    }

    /**
     * @param  array<string, mixed>  $document
     * @return array<string, mixed> with another name of a chipset, or with one that is none
     *
     * @throws FormatError when the text names none
     */
    private static function withChipset(array $document, string $text): array
    {
        if (preg_match('/^([+-])(.+)=(.+)$/', $text, $parts) !== 1) {
            throw FormatError::invalid('what was said', self::CHIPSET, "\"{$text}\" names no chipset", 'two names');
        }
        $list = $parts[1] === '+' ? 'chipsetNames' : 'otherChipsets';
        /** @var array<string, list<string>> $names */
        $names = $document[$list] ?? [];
        $names[$parts[3]] = array_values(array_unique([...$names[$parts[3]] ?? [], $parts[2]]));

        return [$list => $names] + $document;
    }

    /**
     * @param  array<string, mixed>  $document
     * @return array<string, mixed> with the partitions that a person has named, or without them for good
     *
     * @throws FormatError when the text names none
     */
    private static function withPlaces(array $document, string $text, ModelSheet $sheet): array
    {
        if (preg_match('/^([+-])(.+)$/', $text, $parts) !== 1) {
            throw FormatError::invalid('what was said', self::PLACES, "\"{$text}\" names no partitions", 'their names');
        }
        $names = explode(',', $parts[2]);
        if ($parts[1] === '-') {
            /** @var list<string> $before */
            $before = $document['notThere'] ?? [];

            return ['notThere' => array_values(array_unique([...$before, ...$names]))] + $document;
        }
        foreach ($names as $name) {
            $isLogical = Verification::isCheckedBySystem($sheet, $name) && $sheet->systemIsLogical() === true;
            $known = ['sizeBytes' => 0, 'perSlot' => $sheet->hasTwoSlots(), 'logical' => $isLogical];
            $row = SheetDocument::row($name, $known);
            $isOfSystem = Verification::isCovered($sheet, $name) || ($row['verification'] ?? false) === true;
            $row += $isOfSystem ? [] : ['firmware' => true];
            $document['partitions'] = self::withPartition($document['partitions'] ?? [], $row);
        }

        return $document;
    }

    /**
     * Where the recovery lives is a partition, and so is where verification headers lie, whether or not the sheet
     * lists it yet.
     *
     * @param  array<string, mixed>  $row
     * @return list<mixed>
     */
    private static function withPartition(mixed $partitions, array $row): array
    {
        $rows = is_array($partitions) ? array_values($partitions) : [];
        $names = array_column(array_filter($rows, is_array(...)), 'name');

        return in_array($row['name'], $names, true) ? $rows : [...$rows, $row];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\PackageRecord;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\ReadingError;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\StatementKind;

/** Texts that were pasted, files that were dropped, and what was typed where nothing tells it. */
class StartRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'texts' => ['array', 'max:40'],
            'texts.*' => ['array'],
            'texts.*.name' => ['required', 'string', 'max:200'],
            'texts.*.text' => ['nullable', 'string'],
            'files' => ['array', 'max:200'],
            'files.*' => ['integer', Rule::exists('packages', 'id')],
            'decided' => ['array', 'max:60'],
            'decided.*' => ['array'],
            'decided.*.field' => ['required', 'string', 'max:120'],
            'decided.*.value' => ['required', 'string', 'max:200'],
        ];
    }

    /**
     * @return list<PrintedText>
     *
     * @throws ReadingError when one is too large, or no text
     */
    public function texts(): array
    {
        $texts = [];
        foreach ($this->rows('texts') as $row) {
            $texts[] = PrintedText::of($row['text'] ?? '', $row['name'] ?? 'pasted');
        }

        return $texts;
    }

    /**
     * @return list<PackageRecord>
     */
    public function droppedFiles(): array
    {
        $ids = $this->input('files');

        return array_values(
            PackageRecord::query()
                ->findMany(is_array($ids) ? $ids : [])
                ->all(),
        );
    }

    /**
     * @return list<Statement>
     */
    public function decided(): array
    {
        $decided = [];
        foreach ($this->rows('decided') as $row) {
            $field = $row['field'] ?? '';
            $text = $row['value'] ?? '';
            $isOfPhone = FactName::field($field) !== null;
            $decided[] = new Statement(
                $isOfPhone ? StatementKind::Unit : StatementKind::Model,
                $field,
                ($isOfPhone ? FactName::typed($field, $text, 'what was chosen') : self::ofModel($field, $text)) ?? '',
                new PrintedLine(0, $text, 'typed'),
                'typed',
                Statement::DECIDED,
                Source::Settled,
            );
        }

        return $decided;
    }

    /** Numbers are numbers where the sheet counts; a model number of digits is none. */
    private static function ofModel(string $field, string $text): string|int|bool
    {
        $counts = in_array($field, ['slots', 'launchApi'], true) || str_ends_with($field, 'Bytes');

        return match (true) {
            $counts && ctype_digit($text) => (int) $text,
            in_array($text, ['yes', 'no'], true) => $text === 'yes',
            default => $text,
        };
    }

    /**
     * @return list<array<string, string>>
     */
    private function rows(string $field): array
    {
        $rows = $this->input($field);

        return array_values(
            array_map(
                static fn(mixed $row): array => array_filter(is_array($row) ? $row : [], is_string(...)),
                is_array($rows) ? $rows : [],
            ),
        );
    }
}

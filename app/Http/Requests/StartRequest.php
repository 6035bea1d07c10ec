<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\PackageRecord;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
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
            $text = $row['value'] ?? '';
            $decided[] = new Statement(
                StatementKind::Model,
                $row['field'] ?? '',
                ctype_digit($text) ? (int) $text : $text,
                new PrintedLine(0, $text, 'typed'),
                'typed',
                Statement::DECIDED,
            );
        }

        return $decided;
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

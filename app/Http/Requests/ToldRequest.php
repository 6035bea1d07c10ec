<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Fact\Fact;

/** What a person says of the files of a job. */
final class ToldRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'answers' => ['required', 'array', 'min:1', 'max:400'],
            'answers.*.file' => ['required', 'string', 'max:400'],
            'answers.*.field' => ['required', Rule::in(PackageFactRequest::names())],
            'answers.*.value' => ['required', 'string', 'max:400'],
        ];
    }

    /** @return array<string, array<string, ?Fact>> by file and field */
    public function byFile(): array
    {
        $said = [];
        /** @var array{file: string, field: string, value: string} $one */
        foreach ($this->array('answers') as $one) {
            $said[$one['file']][$one['field']] = PackageFactRequest::factOf($one['field'], $one['value']);
        }

        return $said;
    }
}

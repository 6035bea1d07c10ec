<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Something else than the step said was seen. */
final class SomethingElseRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'note' => ['nullable', 'string'],
            'symptom' => ['nullable', 'string'],
        ];
    }
}

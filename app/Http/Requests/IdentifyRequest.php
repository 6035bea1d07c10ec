<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** The model that a person has decided for. */
final class IdentifyRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'codename' => ['required', 'string', Rule::exists('model_sheets', 'codename')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['codename.exists' => 'There is no model sheet for this codename. Make the sheet first.'];
    }
}

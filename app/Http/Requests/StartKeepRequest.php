<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** The same with the label under which the phone goes on the bench. */
final class StartKeepRequest extends StartRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return parent::rules() + [
            'label' => [
                'required',
                'string',
                'max:40',
                'regex:/^[A-Za-z0-9][A-Za-z0-9 ._-]*$/',
                Rule::unique('units', 'label'),
            ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'label.unique' => 'A phone with this label is on the bench already. Give this one a label of its own.',
            'label.regex' =>
                'A label begins with a letter or a digit and holds letters, digits, spaces, dots, dashes and ' .
                'underscores.',
        ];
    }

    public function label(): string
    {
        return $this->string('label')->trim()->toString();
    }
}

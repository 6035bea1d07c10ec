<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** The label of a phone that comes to the bench: as on its sticker, and no other phone's. */
final class PhoneLabel
{
    /** @return list<mixed> */
    public static function rules(): array
    {
        return [
            'required',
            'string',
            'max:40',
            'regex:/^[A-Za-z0-9][A-Za-z0-9 ._-]*$/',
            Rule::unique('units', 'label')->withoutTrashed(),
        ];
    }

    /** @return array<string, string> */
    public static function messages(): array
    {
        return [
            'label.unique' => 'A phone with this label is on the bench already. Give this one a label of its own.',
            'label.regex' =>
                'A label begins with a letter or a digit and holds letters, digits, spaces, dots, dashes and ' .
                'underscores.',
        ];
    }
}

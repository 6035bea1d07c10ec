<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What a person says of a field of the model sheet, or of the phone's codename. */
final class SaidRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'field' => ['required', 'string', 'max:60'],
            // Twenty names of partitions may be one answer.
            'value' => ['required', 'string', 'max:800'],
        ];
    }

    public function field(): string
    {
        return $this->string('field')->toString();
    }

    public function value(): string
    {
        return $this->string('value')->toString();
    }
}

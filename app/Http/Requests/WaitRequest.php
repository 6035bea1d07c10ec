<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** The wall-clock time at which the maker's wait was started. */
final class WaitRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'at' => ['nullable', 'string'],
            'zone' => ['nullable', 'string'],
            'which' => ['nullable', 'integer'],
        ];
    }
}

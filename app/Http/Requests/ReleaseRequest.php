<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** The word that opens a gate, typed at the question that was shown. */
final class ReleaseRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'word' => ['nullable', 'string'],
            'question' => ['nullable', 'integer'],
        ];
    }
}

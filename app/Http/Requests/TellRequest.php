<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What a person says to a question of a run. */
final class TellRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'answer' => ['nullable', 'string'],
            'note' => ['nullable', 'string'],
            'evidence' => ['nullable', 'string'],
            'question' => ['nullable', 'integer'],
        ];
    }
}

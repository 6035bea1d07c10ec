<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What the phone shows, where it is not what the step should lead to. */
final class DiffersRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'evidence' => ['nullable', 'string'],
            'question' => ['nullable', 'integer'],
        ];
    }
}

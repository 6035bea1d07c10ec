<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Which of the statements that disagree holds, by its place. */
final class SettleRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string'],
            'side' => ['nullable', 'integer'],
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Over which link a run goes, and the seal of the plan that was shown. */
final class StartRunRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'link' => ['nullable', 'string'],
            'seal' => ['nullable', 'string'],
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** A fault for the simulated phone, and when in the step it strikes. */
final class FaultRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['nullable', 'string'],
            'atPercent' => ['nullable', 'integer'],
        ];
    }
}

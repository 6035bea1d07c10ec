<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What was read off a phone whose model is asked for. */
final class IdentityRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'codename' => ['nullable', 'string'],
            'model' => ['nullable', 'string'],
            'chipset' => ['nullable', 'string'],
            'maker' => ['nullable', 'string'],
            'name' => ['nullable', 'string'],
            'dump' => ['nullable', 'string'],
        ];
    }
}

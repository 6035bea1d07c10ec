<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** The time at which something was pasted that is taken back. */
final class UndoRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'at' => ['required', 'string', 'max:40'],
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Bench\Pasted;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Reading\Reading;

/** A phone that comes to the bench: its sticker, and what is known of it so far. */
final class NewUnitRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'label' => PhoneLabel::rules(),
            'codename' => ['nullable', Rule::exists('model_sheets', 'codename')],
            'note' => ['nullable', 'string', 'max:400'],
            'dump' => ['nullable', 'string'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...PhoneLabel::messages(),
            'codename.exists' => 'There is no model sheet for this codename. Make the sheet first.',
        ];
    }

    public function label(): string
    {
        return $this->string('label')->trim()->toString();
    }

    public function codename(): ?string
    {
        return $this->filled('codename') ? $this->string('codename')->toString() : null;
    }

    public function note(): ?string
    {
        return $this->filled('note') ? $this->string('note')->toString() : null;
    }

    public function reading(): ?Reading
    {
        return $this->filled('dump') ? Pasted::read($this->string('dump')->toString()) : null;
    }
}

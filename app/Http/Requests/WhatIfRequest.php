<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\WorkJob;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Words\Intent;

/** A job as it might be: another kit, another intent, the other school. Nothing of it is kept. */
final class WhatIfRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kit' => ['sometimes', 'array'],
            'kit.*' => ['integer', Rule::exists('packages', 'id')],
            'intent' => ['sometimes', Rule::enum(Intent::class)],
            'house' => ['sometimes', new HouseChoices()],
            'back' => ['sometimes', 'boolean'],
            'seal' => ['sometimes', 'string'],
        ];
    }

    public function changed(WorkJob $job): WorkJob
    {
        $other = clone $job;
        $other->fill($this->safe()->only(['kit', 'intent']));
        if ($other->intent !== $job->intent) {
            // Words that were given for one wish hold for no other.
            $other->answers = ['agreed' => [], 'waived' => []] + $other->answers;
        }
        $house = $this->validated('house');
        if (is_array($house)) {
            /** @var array<string, string|int> $house */
            $other->choose($house);
        }

        return $other;
    }
}

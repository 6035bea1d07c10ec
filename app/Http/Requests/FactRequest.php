<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;

/**
 * A value for a phone: as it is, or "typed" as a person types it.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class FactRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:100'],
            'value' => ['sometimes'],
            'typed' => ['sometimes', 'nullable', 'string', 'max:400'],
        ];
    }

    public function after(): \Closure
    {
        return function (Validator $validator): void {
            if (!$this->has('typed') && !$this->has('value')) {
                $validator->errors()->add('value', 'The value is missing. Give it; null says that nobody knows.');
            }
        };
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['typed.max' => 'A value has at most 400 characters. Shorten it; nothing was taken over.'];
    }

    public function name(): string
    {
        return $this->string('name')->toString();
    }

    /**
     * @return FactValue
     */
    public function value(): string|int|bool|array|null
    {
        if ($this->has('typed')) {
            return FactName::typed($this->name(), $this->string('typed')->toString(), 'the form');
        }
        /** @var FactValue $value */
        $value = $this->input('value');
        FactName::check($this->name(), $value, 'the form');

        return $value;
    }
}

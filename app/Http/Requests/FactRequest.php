<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;

/**
 * A value that a person typed for a phone.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class FactRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:100'], 'value' => ['present']];
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
        /** @var FactValue $value */
        $value = $this->input('value');
        FactName::check($this->name(), $value, 'the form');

        return $value;
    }
}

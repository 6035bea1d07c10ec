<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The same with the label under which the phone goes on the bench. */
final class StartKeepRequest extends StartRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return parent::rules() + ['label' => PhoneLabel::rules()];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return PhoneLabel::messages();
    }

    public function label(): string
    {
        return $this->string('label')->trim()->toString();
    }
}

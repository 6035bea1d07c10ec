<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/** A phone, what is wanted, and the file that it is about. */
final class OpenJobRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $intent = Intent::tryFrom($this->string('intent')->toString());
        $takes = $intent === null ? [] : Job::of($intent)->takes();

        return [
            'unit' => ['required', 'string', Rule::exists('units', 'label')],
            'package' => [
                $takes === [] ? 'prohibited' : 'required',
                'nullable',
                'integer',
                Rule::exists('packages', 'id')->whereIn('kind', $takes),
            ],
            'intent' => ['required', Rule::in(array_column(Intent::cases(), 'value'))],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'package.exists' =>
                'The chosen file is not on the shelf, or is of another kind than what is wanted takes. Choose ' .
                'another one.',
            'package.required' => 'Choose the file that it is about.',
            'intent.in' => 'What is wanted is one of: ' . implode(', ', array_column(Intent::cases(), 'value')) . '.',
        ];
    }

    public function unit(): UnitRecord
    {
        return UnitRecord::labelled($this->string('unit')->toString());
    }

    public function subject(): ?PackageRecord
    {
        return $this->filled('package') ? PackageRecord::query()->findOrFail($this->integer('package')) : null;
    }

    public function intent(): Intent
    {
        return Intent::from($this->string('intent')->toString());
    }
}

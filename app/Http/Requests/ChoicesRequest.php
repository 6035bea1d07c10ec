<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\PackageRecord;
use App\Models\UnitRecord;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Words\Intent;

/** What is wanted, and the half of the choice that is made already: the phone or the file. */
final class ChoicesRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'intent' => ['required', Rule::in(array_column(Intent::cases(), 'value'))],
            'unit' => ['sometimes', 'string', Rule::exists('units', 'label')],
            'package' => ['sometimes', 'integer', Rule::exists('packages', 'id')],
        ];
    }

    public function intent(): Intent
    {
        return Intent::from($this->string('intent')->toString());
    }

    public function unit(): ?UnitRecord
    {
        return $this->filled('unit') ? UnitRecord::labelled($this->string('unit')->toString()) : null;
    }

    public function subject(): ?PackageRecord
    {
        return $this->filled('package') ? PackageRecord::query()->findOrFail($this->integer('package')) : null;
    }
}

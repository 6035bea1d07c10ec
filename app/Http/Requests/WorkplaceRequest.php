<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Tornavis\Core\Situation\Workplace;

/** The version of the command tools on this computer, and versions with known faults. */
final class WorkplaceRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'toolVersion' => ['present', 'nullable', 'string', 'max:40'],
            'badTools' => ['present', 'array', 'max:100'],
            'badTools.*.version' => ['required', 'string', 'max:40', 'distinct'],
            'badTools.*.fault' => ['required', 'string', 'max:300'],
        ];
    }

    public function workplace(): Workplace
    {
        /** @var array{toolVersion: ?string, badTools: list<array{version: string, fault: string}>} $data */
        $data = $this->validated();

        return Workplace::fromArray($data);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Slot;

/** A backup that a person recorded. */
final class BackupRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'place' => ['required', 'string', 'max:80'],
            'classes' => ['required', 'array', 'min:1'],
            'classes.*' => [Rule::enum(LossClass::class)],
            'kind' => ['sometimes', Rule::in([Backup::COPIES, Backup::RECOVERY, Backup::IDENTITY])],
            'sha256' => ['sometimes', 'nullable', 'string', 'regex:/^[0-9a-fA-F]{64}$/'],
            'madeAt' => ['sometimes', 'nullable', 'date', 'before_or_equal:tomorrow'],
        ];
    }

    /** @param State $state of the phone; a recovery backup keeps what the phone ran */
    public function backup(State $state): Backup
    {
        /** @var list<string> $classes */
        $classes = $this->array('classes');
        $slot = $state->activeSlot() ?? Slot::Only->value;
        return new Backup(
            $this->string('name')->toString(),
            array_map(LossClass::from(...), $classes),
            $this->string('place')->toString(),
            $this->filled('madeAt') ? $this->date('madeAt')?->toIso8601String() ?? '' : now()->toIso8601String(),
            $this->string('kind', Backup::COPIES)->toString(),
            Backup::baseOf($state, $slot),
            $this->filled('sha256') ? strtolower($this->string('sha256')->toString()) : null,
        );
    }
}

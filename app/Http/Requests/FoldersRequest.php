<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;

/** Folders on this machine whose files belong to the shelf. */
final class FoldersRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'folders' => ['present', 'array', 'max:20'],
            'folders.*' => ['required', 'string', 'max:500', 'distinct'],
        ];
    }

    public function withValidator(Validator $validator): void
    {
        $validator->after(function (Validator $validator): void {
            foreach ($this->folders() as $folder) {
                $problem = match (true) {
                    !str_starts_with($folder, '/') => 'is no full path',
                    !is_dir($folder) => 'is no folder on this machine',
                    !is_readable($folder) => 'cannot be read by this program',
                    default => null,
                };
                if ($problem !== null) {
                    $validator->errors()->add('folders', "{$folder} {$problem}.");
                }
            }
        });
    }

    /**
     * @return list<string>
     */
    public function folders(): array
    {
        return array_values(
            array_map(
                static fn(string $folder): string => rtrim($folder, '/'),
                array_filter($this->array('folders'), is_string(...)),
            ),
        );
    }
}

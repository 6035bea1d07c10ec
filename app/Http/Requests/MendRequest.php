<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Tornavis\Core\Format\FormatError;

/** A row that could not be read, as a person has mended it: values by the name of their part. */
final class MendRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['stored' => ['required', 'string']];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws FormatError where it is no JSON object
     */
    public function stored(): array
    {
        try {
            // As objects, so that what is empty stays an object.
            $stored = json_decode($this->string('stored')->toString(), flags: JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw FormatError::notJson('what was mended', $error->getMessage());
        }

        return $stored instanceof \stdClass
            ? get_object_vars($stored)
            : throw FormatError::notJson('what was mended', 'the outermost value is no object');
    }
}

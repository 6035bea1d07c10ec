<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;

/**
 * A statement that a person typed about a file.
 */
final class PackageFactRequest extends FormRequest
{
    private const LISTS = [
        Field::CODENAMES,
        Field::MODELS,
        Field::EXCLUDES,
        Field::CHIPSETS,
        Field::ABILITIES,
        Field::PRE_INSTALL,
        Field::RECOVERY_ABILITIES,
        Field::AFTER,
    ];

    private const TEXTS = [
        Field::KIND,
        Field::FAMILY,
        Field::VERSION,
        Field::ARCHITECTURE,
        Field::BUILD_ID,
        Field::RELEASE,
        Field::PATCH_LEVEL,
        Field::CHANNEL,
        Field::FIRMWARE_MIN,
        Field::RECOVERY_FAMILY,
        Field::RECOVERY_MIN,
        Field::FILE_SYSTEM,
        Field::PARTITION,
        Field::PART_OF,
        Field::REGION,
        Field::SHA256,
        Field::SHA1,
        Field::MD5,
    ];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', Rule::in([...self::LISTS, ...self::TEXTS])],
            'value' => ['present', 'nullable', 'string', 'max:400'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.in' => 'There is no such statement about a file that can be typed.',
            'value.max' => 'A value has at most 400 characters. Shorten it; nothing was taken over.',
        ];
    }

    public function name(): string
    {
        return $this->string('name')->toString();
    }

    /**
     * @return string|list<string>|null
     */
    public function value(): string|array|null
    {
        $text = $this->string('value')->trim()->toString();

        return match (true) {
            $text === '' => null,
            in_array($this->name(), self::LISTS, true) => array_values(
                array_filter(array_map(trim(...), explode(',', $text)), static fn(string $one): bool => $one !== ''),
            ),
            in_array($this->name(), [Field::SHA256, Field::SHA1, Field::MD5], true) => strtolower($text),
            default => $text,
        };
    }

    public function fact(): Fact
    {
        return Fact::of($this->name(), $this->value(), Source::Typed, 'typed', now()->toIso8601String());
    }
}

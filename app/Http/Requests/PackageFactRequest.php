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
        Field::VENDOR_MIN,
        Field::RECOVERY_FAMILY,
        Field::RECOVERY_MIN,
        Field::FILE_SYSTEM,
        Field::PARTITION,
        Field::PART_OF,
        Field::REGION,
        ...self::SUMS,
    ];

    private const FLAGS = [Field::BRINGS_RECOVERY, Field::ASKS_FIRMWARE, Field::ASKS_VENDOR];

    private const SUMS = [Field::SHA256, Field::SHA1, Field::MD5];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', Rule::in(self::names())],
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

    /** Null where the statement is taken back. */
    public function fact(): ?Fact
    {
        return self::factOf($this->name(), $this->string('value')->toString());
    }

    /** @return list<string> names of the statements that can be typed */
    public static function names(): array
    {
        return [...self::LISTS, ...self::TEXTS, ...self::FLAGS];
    }

    /** What a person says of a file, as a fact of now; null where nothing is said. */
    public static function factOf(string $name, string $text): ?Fact
    {
        $text = trim($text);
        $words = array_map(trim(...), explode(',', $text));
        $value = match (true) {
            in_array($name, self::LISTS, true) => array_values(array_filter($words, static fn($one) => $one !== '')),
            in_array($name, self::SUMS, true) => strtolower($text),
            in_array($name, self::FLAGS, true) => in_array(strtolower($text), ['yes', 'true', '1'], true),
            default => $text,
        };

        return $text === '' ? null : Fact::of($name, $value, Source::Typed, 'typed', now()->toIso8601String());
    }

    /** Whether the file has to be read again, because a sum is compared with its content. */
    public function needsTheFile(): bool
    {
        return in_array($this->name(), self::SUMS, true);
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Api;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Enum;
use Illuminate\Validation\Rules\In;

/** The fields of a form request as a JSON Schema, from its rules. */
final class RequestSchema
{
    /**
     * @param  array<string, list<mixed>>  $rules  by field, with dots and "*" for what is inside
     * @return array<string, mixed>
     */
    public static function of(array $rules): array
    {
        return self::node('', $rules);
    }

    /**
     * @param  class-string<FormRequest>  $class
     * @return array<string, list<mixed>>
     */
    public static function rulesOf(string $class): array
    {
        $request = new $class();
        /** @var array<string, list<mixed>> $rules */
        $rules = method_exists($request, 'rules') ? $request->rules() : [];

        return $rules;
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, mixed>
     */
    private static function node(string $path, array $rules): array
    {
        $mine = $rules[$path] ?? [];
        $children = self::children($path, $rules);
        $schema = match (true) {
            isset($children['*']) => ['type' => 'array', 'items' => self::node($children['*'], $rules)],
            $children !== [] => self::object($children, $rules),
            default => self::value($mine),
        };
        if (in_array('nullable', $mine, true)) {
            $schema = ['oneOf' => [$schema, ['type' => 'null']]];
        }

        return $schema;
    }

    /**
     * @param  array<string, string>  $children  path by name
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, mixed>
     */
    private static function object(array $children, array $rules): array
    {
        $required = array_filter(
            $children,
            static fn(string $child): bool => array_intersect(
                ['required', 'present'],
                array_filter($rules[$child] ?? [], is_string(...)),
            ) !== [],
        );

        return [
            'type' => 'object',
            ...$required === [] ? [] : ['required' => array_keys($required)],
            'properties' => array_map(static fn(string $child): array => self::node($child, $rules), $children),
        ];
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, string>
     */
    private static function children(string $path, array $rules): array
    {
        $children = [];
        foreach (array_keys($rules) as $field) {
            $rest =
                $path === '' ? $field : (str_starts_with($field, "{$path}.") ? substr($field, strlen($path) + 1) : '');
            $name = explode('.', $rest)[0];
            if ($name !== '') {
                $children[$name] = $path === '' ? $name : "{$path}.{$name}";
            }
        }

        return $children;
    }

    /**
     * @param  list<mixed>  $rules
     * @return array<string, mixed>
     */
    private static function value(array $rules): array
    {
        foreach ($rules as $rule) {
            if ($rule instanceof In) {
                return ['type' => 'string', 'enum' => self::listed($rule)];
            }
            if ($rule instanceof DescribedRule) {
                return $rule->schema();
            }
            if ($rule instanceof Enum) {
                return ['type' => 'string', 'enum' => self::cases($rule)];
            }
        }
        $type = array_values(
            array_intersect(['string', 'integer', 'boolean', 'array'], array_filter($rules, is_string(...))),
        );

        return match ($type[0] ?? null) {
            'array' => ['type' => 'array', 'items' => new \stdClass()],
            null => ['description' => 'any value'],
            default => ['type' => $type[0]],
        };
    }

    /** @return list<string> */
    private static function listed(In $rule): array
    {
        // As text it is in:"one","two".
        return array_values(array_filter(str_getcsv(substr((string) $rule, 3), ',', '"', ''), is_string(...)));
    }

    /** @return list<string> */
    private static function cases(Enum $rule): array
    {
        /** @var class-string<\BackedEnum> $class */
        $class = (new \ReflectionProperty($rule, 'type'))->getValue($rule);

        return array_map(static fn(\BackedEnum $case): string => (string) $case->value, $class::cases());
    }
}

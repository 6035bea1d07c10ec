<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\WrittenOut;

/**
 * The user's own command templates, one for each operation, filled with the values of a step. Ships empty: which
 * commands a person uses is up to that person. JSON form: docs/formats/phrasebook.schema.json.
 */
final readonly class Phrasebook
{
    private const NAMED = '/\{([a-zA-Z]+)\}/';

    /** What every template may name. */
    public const ALWAYS = ['serial', 'unit'];

    /**
     * @param  array<string, string>  $templates  by operation
     */
    private function __construct(public array $templates) {}

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     *
     * @throws FormatError when there is no such operation, or a template names a value that the operation does not have
     */
    public static function fromArray(array $data, string $where = 'phrasebook'): self
    {
        // An empty object comes out of a decoder as an empty list.
        Schema::of('phrasebook')->check(
            [
                'templates' => is_array($data['templates'] ?? null)
                    ? (object) $data['templates']
                    : $data['templates'] ?? null,
            ] + $data,
            $where,
        );
        /** @var array<string, string> $given */
        $given = (array) $data['templates'];
        $templates = array_filter($given, static fn(string $template): bool => trim($template) !== '');
        foreach ($templates as $operation => $template) {
            $values = [...OperationName::tryFrom($operation)?->templateValues() ?? [], ...self::ALWAYS];
            preg_match_all('/\{([^{}]*)\}/', $template, $named);
            foreach (array_diff($named[1], $values) as $unknown) {
                throw FormatError::invalid(
                    $where,
                    "template of {$operation}",
                    "It names {{$unknown}}, which this operation does not have",
                    'one of ' . implode(', ', array_map(static fn(string $value): string => "{{$value}}", $values)),
                );
            }
        }

        return new self(array_map(trim(...), $templates));
    }

    /**
     * The commands of one step, ready to copy; one for each partition where the template names one.
     *
     * @param  array{operation: string, parameters: array<string, mixed>}  $step  as in a plan document
     * @param  array<string, string>  $paths  path by name of the package
     * @return list<string> empty where there is no template
     */
    public function commands(array $step, ?string $serial, string $unit, array $paths = []): array
    {
        $template = $this->templates[$step['operation']] ?? null;
        if ($template === null) {
            return [];
        }
        $given = $step['parameters'];
        $package = is_string($given['package'] ?? null) ? $given['package'] : '';
        $partitions = is_array($given['partitions'] ?? null)
            ? array_values(array_filter($given['partitions'], is_string(...)))
            : [is_string($given['partition'] ?? null) ? $given['partition'] : ''];
        $entries = is_array($given['entries'] ?? null)
            ? array_values(array_filter($given['entries'], is_string(...)))
            : [];
        $commands = [];
        foreach (
            str_contains($template, '{partition}') || $entries !== [] ? $partitions : [$partitions[0] ?? '']
            as $index => $partition
        ) {
            // An image inside a package has to be taken out before a command can name it.
            $file = ($entries[$index] ?? '') === '' ? $paths[$package] ?? $package : basename($entries[$index]);
            $values = ['serial' => $serial ?? '', 'unit' => $unit, 'file' => $file, 'partition' => $partition];
            foreach (['slot', 'mode', 'place', 'fileSystem', 'what', 'set'] as $name) {
                $values[$name] = is_string($given[$name] ?? null) ? $given[$name] : '';
            }
            // A file is found by its path; of anything else that begins like an option no command is made.
            $values['file'] = str_starts_with($file, '-') ? "./{$file}" : $file;
            if (self::namesAnOption($template, $values)) {
                return [];
            }
            $commands[] = (string) preg_replace_callback(
                self::NAMED,
                static fn(array $match): string => self::word($values[$match[1]] ?? $match[0]),
                $template,
            );
        }

        return $commands;
    }

    /**
     * Whether a value that the template names would be taken for an option.
     *
     * @param  array<string, string>  $values  by name
     */
    private static function namesAnOption(string $template, array $values): bool
    {
        preg_match_all(self::NAMED, $template, $named);
        $used = array_intersect_key($values, array_flip($named[1]));

        // A dash alone is the one slot of a phone that has no two.
        return array_filter($used, static fn(string $value): bool => preg_match('/^-./s', $value) === 1) !== [];
    }

    /**
     * A value as one word of a command line: quoted where it has to be, and with hidden signs written so that a shell
     * reads them and a terminal does not (quoting with $'…', POSIX.1-2024, 2.2.4).
     */
    private static function word(string $value): string
    {
        return match (true) {
            preg_match('~^[A-Za-z0-9_./:@%+=,-]+$~', $value) === 1 => $value,
            WrittenOut::isNeeded($value) || str_contains($value, "\n") => self::spelled($value),
            default => "'" . str_replace("'", "'\\''", $value) . "'",
        };
    }

    /** Every byte that is not plain ASCII as its octal number. */
    private static function spelled(string $value): string
    {
        $spelled = preg_replace_callback(
            '/[^A-Za-z0-9_.\/:@%+=, -]/',
            static fn(array $byte): string => sprintf('\%03o', ord($byte[0])),
            $value,
        );

        return "$'{$spelled}'";
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['format' => 'tornavis/phrasebook', 'version' => 1, 'templates' => (object) $this->templates];
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Words\OperationName;

/**
 * The user's own command templates, one for each operation, filled with the values of a step. Ships empty: which
 * commands a person uses is up to that person. JSON form: docs/formats/phrasebook.schema.json.
 */
final readonly class Phrasebook
{
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
            $commands[] = (string) preg_replace_callback(
                '/\{([a-zA-Z]+)\}/',
                static fn(array $match): string => self::word($values[$match[1]] ?? $match[0]),
                $template,
            );
        }

        return $commands;
    }

    /** A value as one word of a command line: quoted where it has to be. */
    private static function word(string $value): string
    {
        return preg_match('~^[A-Za-z0-9_./:@%+=,-]+$~', $value) === 1
            ? $value
            : "'" . str_replace("'", "'\\''", $value) . "'";
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['format' => 'tornavis/phrasebook', 'version' => 1, 'templates' => (object) $this->templates];
    }
}

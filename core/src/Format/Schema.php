<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Errors\ValidationError;
use Opis\JsonSchema\Helper;
use Opis\JsonSchema\Validator;
use Tornavis\Core\Words\Moment;

/** One of the published JSON Schemas in docs/formats, and the check against it. */
final class Schema
{
    /** The own formats; each has docs/formats/<name>.schema.json. */
    public const NAMES = [
        'model-sheet',
        'sheet-pack',
        'unit',
        'release-card',
        'house-rules',
        'answers',
        'plan',
        'plan-difference',
        'phrasebook',
        'journal',
        'run',
        'bench',
    ];

    public const VERSION = 1;

    /** Formats that have gone on; what was written before is read as it was. */
    private const NEWER = ['model-sheet' => 2, 'unit' => 2];

    private const SEALED = ['plan', 'events', 'data'];

    /** Up to here a number with a fraction is exact. */
    private const MOST_EXACT = 9_007_199_254_740_992;

    /** @var array<string, self> */
    private static array $known = [];

    private readonly Validator $validator;

    private function __construct(private readonly string $name)
    {
        $this->validator = new Validator();
        $resolver = $this->validator->resolver();
        if ($resolver !== null) {
            $resolver->registerPrefix('tornavis:/', self::folder());
        }
        // The pattern in time.schema.json is for others; here the day has to exist too.
        $this->validator
            ->parser()
            ->getFormatResolver()
            ?->registerCallable('string', 'moment', static fn(string $text): bool => Moment::seconds($text) !== null);
    }

    public static function of(string $name): self
    {
        return self::$known[$name] ??= new self($name);
    }

    public static function folder(): string
    {
        return dirname(__DIR__, 3) . '/docs/formats';
    }

    /**
     * @return array<string, mixed>
     *
     * @throws FormatError
     */
    public static function decode(string $path): array
    {
        $text = is_file($path) && is_readable($path) ? file_get_contents($path) : false;
        if ($text === false) {
            throw FormatError::notReadable($path);
        }

        return self::decodeText($text, $path);
    }

    /**
     * @return array<string, mixed>
     *
     * @throws FormatError
     */
    public static function decodeText(string $text, string $where): array
    {
        try {
            $data = json_decode($text, true, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw FormatError::notJson($where, $e->getMessage());
        }
        if (!is_array($data) || array_is_list($data)) {
            throw FormatError::notJson($where, 'the outermost value is no object');
        }

        /** @var array<string, mixed> */
        return self::withWholeNumbers($data);
    }

    /**
     * A whole number that is written as 1e3 or 1000.0 is one all the same. Plans and journals stay as they were sealed.
     *
     * @param  array<mixed>  $data
     * @return array<mixed>
     */
    private static function withWholeNumbers(array $data): array
    {
        foreach ($data as $name => $value) {
            if (is_array($value) && !in_array($name, self::SEALED, true)) {
                $data[$name] = self::withWholeNumbers($value);
            } elseif (is_float($value) && floor($value) === $value && abs($value) <= self::MOST_EXACT) {
                $data[$name] = (int) $value;
            }
        }

        return $data;
    }

    /**
     * Tells which own format a document claims to be.
     *
     * @param  array<string, mixed>  $data
     *
     * @throws FormatError
     */
    public static function claimed(array $data, string $where): self
    {
        $format = is_string($data['format'] ?? null) ? $data['format'] : '';
        $name = str_starts_with($format, 'tornavis/') ? substr($format, 9) : '';
        if (!in_array($name, self::NAMES, true)) {
            throw FormatError::unknownFormat($where, $format);
        }

        return self::of($name);
    }

    public function name(): string
    {
        return $this->name;
    }

    /**
     * @param  array<string, mixed>|\stdClass  $data  the object form keeps empty objects apart from empty lists
     *
     * @throws FormatError with the JSON pointer of the first thing that is wrong
     */
    public function check(array|\stdClass $data, string $where): void
    {
        $head = (array) $data;
        $version = $head['version'] ?? null;
        $newest = self::NEWER[$this->name] ?? self::VERSION;
        if (is_int($version) && $version > $newest && ($head['format'] ?? null) === "tornavis/{$this->name}") {
            throw FormatError::newerVersion($where, "tornavis/{$this->name}", $version, $newest);
        }
        $result = $this->validator->validate(
            is_array($data) ? Helper::toJSON($data) : $data,
            "tornavis:/{$this->name}.schema.json",
        );
        $error = $result->error();
        if ($error === null) {
            return;
        }
        $leaf = self::leaf($error);
        $pointer = '/' . implode('/', $leaf->data()->fullPath());
        $value = json_encode($leaf->data()->value());
        $choices = self::choices($leaf);
        [$problem, $expected] = match (true) {
            $choices !== null => ["{$value} is not one of the choices", $choices],
            self::isTime($leaf) => ["{$value} is no time", 'an ISO 8601 time, as 2026-09-14T09:20:00Z'],
            default => [
                (new ErrorFormatter())->formatErrorMessage($leaf),
                "what docs/formats/{$this->name}.schema.json says",
            ],
        };
        throw FormatError::invalid($where, $pointer, $problem, $expected);
    }

    private static function isTime(ValidationError $error): bool
    {
        $schema = $error->schema()->info()->data();

        return is_object($schema) && ($schema->format ?? null) === 'moment';
    }

    /** The words that could stand in the place of one that is not allowed; null where something else is wrong. */
    private static function choices(ValidationError $error): ?string
    {
        $schema = $error->schema()->info()->data();
        $words = is_object($schema) ? $schema->enum ?? null : null;

        return $error->keyword() === 'enum' && is_array($words)
            ? 'one of ' . implode(', ', array_map(static fn(mixed $one): string => (string) json_encode($one), $words))
            : null;
    }

    private static function leaf(ValidationError $error): ValidationError
    {
        while ($error->subErrors() !== []) {
            $error = $error->subErrors()[0];
        }

        return $error;
    }
}

<?php

declare(strict_types=1);

namespace App\Http\Api;

use Symfony\Component\Finder\Finder;
use Tornavis\Core\Format\Schema;

/**
 * The published schemas of docs/formats in one document: each under its title, with the references between files made
 * into references within the document.
 */
final readonly class SchemaBundle
{
    /**
     * @param  array<string, array<string, mixed>>  $schemas  by path below docs/formats: "api/bench.schema.json"
     */
    private function __construct(private array $schemas) {}

    public static function published(): self
    {
        $schemas = [];
        foreach (Finder::create()->in(Schema::folder())->name('*.schema.json')->sortByName() as $file) {
            /** @var array<string, mixed> $schema */
            $schema = json_decode($file->getContents(), true, flags: JSON_THROW_ON_ERROR);
            $schemas[$file->getRelativePathname()] = $schema;
        }

        return new self($schemas);
    }

    /** @param  string  $name  as in Answers: "bench" of docs/formats/api, "/bench" of docs/formats */
    public static function pathOf(string $name): string
    {
        return (str_starts_with($name, '/') ? substr($name, 1) : "api/{$name}") . '.schema.json';
    }

    /** "#/components/schemas/BenchAnswer" */
    public function reference(string $path): string
    {
        $schema =
            $this->schemas[$path] ??
            throw new \LogicException("There is no schema docs/formats/{$path}; a controller names it.");

        return '#/components/schemas/' . (is_string($schema['title'] ?? null) ? $schema['title'] : '');
    }

    /**
     * @return array<string, mixed> by title
     */
    public function components(): array
    {
        $components = [];
        foreach ($this->schemas as $path => $schema) {
            $title = basename($this->reference($path));
            if (isset($components[$title])) {
                throw new \LogicException("Two schemas are called {$title}; give docs/formats/{$path} another title.");
            }
            unset($schema['$schema'], $schema['$id'], $schema['title']);
            $components[$title] = $this->within($schema, $path);
        }
        ksort($components);

        return $components;
    }

    private function within(mixed $part, string $path): mixed
    {
        if (!is_array($part)) {
            return $part;
        }
        $out = [];
        foreach ($part as $key => $value) {
            $out[$key] =
                $key === '$ref' && is_string($value) ? $this->resolved($value, $path) : $this->within($value, $path);
        }

        return $out;
    }

    /** A reference to another file, or into the same one, as one within the document. */
    private function resolved(string $reference, string $path): string
    {
        [$file, $inside] = [...explode('#', $reference, 2), ''];
        $folder = dirname($path) === '.' ? '' : dirname($path) . '/';
        $target = match (true) {
            $file === '' => $path,
            str_starts_with($file, '../') => substr($file, 3),
            default => $folder . $file,
        };

        return $this->reference($target) . $inside;
    }
}

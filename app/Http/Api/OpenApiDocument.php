<?php

declare(strict_types=1);

namespace App\Http\Api;

use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Route as Router;
use Symfony\Component\HttpFoundation\Response;

/**
 * The API as one OpenAPI 3.1 document, made from the routes, from what their controllers say, from the rules of the
 * form requests and from the published schemas.
 */
final class OpenApiDocument
{
    private const ERROR = 'error';

    /** @return list<ApiOperation> of every address that stands under /api */
    public static function operations(): array
    {
        $routes = array_filter(
            Router::getRoutes()->getRoutes(),
            static fn(Route $route): bool => str_starts_with((string) $route->getName(), 'api.'),
        );

        return array_map(ApiOperation::of(...), array_values($routes));
    }

    public static function json(): string
    {
        $bundle = SchemaBundle::published();
        $paths = [];
        foreach (self::operations() as $operation) {
            foreach ($operation->methods() as $method) {
                $paths[$operation->path()][$method] = self::operation($operation, $method, $bundle);
            }
        }
        ksort($paths);
        $document = [
            'openapi' => '3.1.0',
            'info' => [
                'title' => 'Tornavis',
                'version' => '1',
                'description' => 'What the pages and other programs ask of Tornavis. Made by tornavis:formats.',
            ],
            'servers' => [['url' => '/api']],
            'paths' => $paths,
            'components' => ['schemas' => $bundle->components()],
        ];
        $flags = JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR;

        return json_encode($document, $flags) . "\n";
    }

    /** @return array<string, mixed> */
    private static function operation(ApiOperation $operation, string $method, SchemaBundle $bundle): array
    {
        $parameters = self::parameters($operation, $method);
        $body = $method === 'get' ? null : self::body($operation, $bundle);

        return [
            'operationId' => $operation->name() . (count($operation->methods()) > 1 ? ".{$method}" : ''),
            'summary' => $operation->summary(),
            ...$parameters === [] ? [] : ['parameters' => $parameters],
            ...$body === null ? [] : ['requestBody' => $body],
            'responses' => self::responses($operation, $bundle),
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function parameters(ApiOperation $operation, string $method): array
    {
        $parameters = [];
        foreach ($operation->pathParameters() as $name => $type) {
            $parameters[] = ['name' => $name, 'in' => 'path', 'required' => true, 'schema' => ['type' => $type]];
        }
        foreach ($operation->query() as $reads) {
            $parameters[] = ['name' => $reads->name, 'in' => 'query', 'schema' => ['type' => $reads->type]];
        }
        $fields = $method === 'get' ? RequestSchema::of($operation->rules())['properties'] ?? [] : [];
        foreach (is_array($fields) ? $fields : [] as $name => $schema) {
            $parameters[] = ['name' => $name, 'in' => 'query', 'schema' => $schema];
        }

        return $parameters;
    }

    /** @return ?array<string, mixed> */
    private static function body(ApiOperation $operation, SchemaBundle $bundle): ?array
    {
        $takes = $operation->takes();
        $rules = $operation->rules();
        $documents = array_map(
            static fn(string $name): array => ['$ref' => $bundle->reference(SchemaBundle::pathOf($name))],
            $takes->schemas ?? [],
        );
        $schema = match (true) {
            count($documents) > 1 => ['oneOf' => $documents],
            $documents !== [] => $documents[0],
            $takes !== null => ['type' => 'string'],
            $rules !== [] => RequestSchema::of($rules),
            default => null,
        };

        return $schema === null
            ? null
            : ['required' => true, 'content' => [$takes->type ?? 'application/json' => ['schema' => $schema]]];
    }

    /** @return array<int|string, mixed> */
    private static function responses(ApiOperation $operation, SchemaBundle $bundle): array
    {
        $responses = [];
        foreach ($operation->answers() as $answer) {
            $content = match (true) {
                $answer->schema !== null => [
                    $answer->type => [
                        'schema' => ['$ref' => $bundle->reference(SchemaBundle::pathOf($answer->schema))],
                    ],
                ],
                $answer->type !== 'application/json' => [$answer->type => ['schema' => ['type' => 'string']]],
                default => [],
            };
            $responses[$answer->status] = ['description' => Response::$statusTexts[$answer->status] ?? 'An answer.'] + [
                ...$content === [] ? [] : ['content' => $content],
            ];
        }
        $responses['default'] = [
            'description' => 'What was wrong, and what to do.',
            'content' => [
                'application/json' => [
                    'schema' => ['$ref' => $bundle->reference(SchemaBundle::pathOf(self::ERROR))],
                ],
            ],
        ];

        return $responses;
    }
}

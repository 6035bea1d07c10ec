<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Tornavis\Core\Format\Schema;

/** Holds what the API answers against the schemas that the front end's types are made from. */
final class Schemas
{
    /** @param  string  $name  of a schema in docs/formats/api, or of one in docs/formats after a "/" */
    public static function hold(TestResponse $response, string $name): void
    {
        $validator = new Validator();
        $validator->resolver()?->registerPrefix('tornavis:/', Schema::folder());
        $result = $validator->validate(
            json_decode((string) $response->getContent()),
            'tornavis:' . (str_starts_with($name, '/') ? $name : "/api/{$name}") . '.schema.json',
        );
        $error = $result->error();
        expect($error === null ? [] : (new ErrorFormatter())->format($error))->toBe([]);
    }
}

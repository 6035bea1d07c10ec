<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Http\Api\ApiOperation;
use Illuminate\Routing\Route;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Tornavis\Core\Format\Schema;

/** Holds what the API answers against the schemas that the front end's types are made from. */
final class Schemas
{
    /** Every answer of the API in a test is one that its controller names: the status, and the schema for it. */
    public static function holdWhatItsAddressSays(TestResponse $response): void
    {
        $route = request()->route();
        if (!($route instanceof Route) || !str_starts_with((string) $route->getName(), 'api.')) {
            return;
        }
        // An answer to HEAD has no body, and what is streamed is read by who asks for it.
        if (request()->isMethod('HEAD') || $response->baseResponse instanceof StreamedResponse) {
            return;
        }
        $operation = ApiOperation::of($route);
        $status = $response->getStatusCode();
        if ($status >= 400) {
            self::hold($response, 'error');

            return;
        }
        $answer = $operation->answer($status);
        expect($answer)->not->toBeNull("{$operation->name()} answers {$status}, which its controller does not name");
        if ($answer?->schema !== null) {
            self::hold($response, $answer->schema);
        }
    }

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

<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Refuses what is no JSON with 400 and values of the wrong type with 422, before anything is done with them: a broken
 * body is never taken for an empty one.
 */
final class WellFormedInput
{
    /** Addresses whose body is no JSON, or too much of it to be held. */
    private const OTHER_BODIES = ['api/log', 'api/bench/archive', 'api/uploads*'];

    /** Addresses whose body is a document of its own, read and checked by its reader. */
    private const DOCUMENTS = [
        'api/units',
        'api/log',
        'api/bench/archive',
        'api/uploads*',
        'api/shelf/*/card',
        'api/sheets/*',
        'api/phrasebook',
        'api/house-rules*',
        'api/workplace',
    ];

    /** Each name means the same wherever it is sent. */
    private const TEXTS = [
        'link',
        'seal',
        'word',
        'answer',
        'note',
        'evidence',
        'symptom',
        'kind',
        'text',
        'name',
        'codename',
        'at',
        'zone',
        'unit',
        'q',
        'status',
        'label',
        'intent',
        'code',
        'to',
        'properties',
        'upload',
    ];

    private const NUMBERS = ['question', 'atPercent', 'after', 'side', 'which', 'package', 'from', 'version'];

    private const SWITCHES = ['dry', 'back'];

    private const LONGEST_TEXT = 1 << 20;

    /** Entries of one list: each would be looked at before anybody counts them. */
    private const LONGEST_LIST = 1000;

    public function handle(Request $request, Closure $next): Response
    {
        if ($request->is('api/*') && !$request->is(...self::OTHER_BODIES)) {
            $problem = self::noJson($request);
            if ($problem !== null) {
                return response()->json(
                    ['message' => "The body of the request is no JSON object: {$problem}. Nothing was done."],
                    400,
                );
            }
        }
        $wrong = self::wrongTypes($request);
        if ($wrong !== []) {
            return response()->json(
                ['message' => reset($wrong), 'errors' => array_map(static fn(string $one): array => [$one], $wrong)],
                422,
            );
        }

        /** @var Response */
        return $next($request);
    }

    private static function noJson(Request $request): ?string
    {
        if ($request->isMethodSafe() || !$request->isJson() || $request->getContent() === '') {
            return null;
        }
        try {
            $data = json_decode($request->getContent(), true, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            return $error->getMessage();
        }

        return is_array($data) ? null : 'the outermost value is a ' . get_debug_type($data);
    }

    /**
     * @return array<string, string> by name
     */
    private static function wrongTypes(Request $request): array
    {
        $wrong = [];
        /** @var array<string, mixed> $input */
        $input = $request->is(...self::DOCUMENTS) ? $request->query() : $request->all();
        foreach ($input as $name => $value) {
            $expected = match (true) {
                $value === null => null,
                self::isTooLong($value) => 'a list of at most ' . self::LONGEST_LIST . ' entries',
                in_array($name, self::TEXTS, true) => self::isText($value) ? null : 'a text',
                in_array($name, self::NUMBERS, true) => self::isNumber($value) ? null : 'a whole number',
                in_array($name, self::SWITCHES, true) => self::isSwitch($value) ? null : 'true or false',
                default => null,
            };
            if ($expected !== null) {
                $wrong[$name] = "\"{$name}\" has to be {$expected}. Nothing was done.";
            }
        }

        return $wrong;
    }

    private static function isTooLong(mixed $value): bool
    {
        return is_array($value) &&
            (count($value) > self::LONGEST_LIST || array_filter($value, self::isTooLong(...)) !== []);
    }

    private static function isText(mixed $value): bool
    {
        return is_string($value) && strlen($value) <= self::LONGEST_TEXT;
    }

    private static function isNumber(mixed $value): bool
    {
        return filter_var($value, FILTER_VALIDATE_INT) !== false;
    }

    private static function isSwitch(mixed $value): bool
    {
        return !is_array($value) && filter_var($value, FILTER_VALIDATE_BOOL, FILTER_NULL_ON_FAILURE) !== null;
    }
}

<?php

declare(strict_types=1);

use App\Http\Api\ApiOperation;
use App\Http\Api\OpenApiDocument;
use App\Prove\Dice;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\call;

use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Tests\Support\DemoBench;

/*
 * Requests that no page sends: each is answered in the asked form, and none ends in a failure of the program.
 */

uses(DemoBench::class);

beforeEach(function () {
    Queue::fake();
});

const ODD_WORDS = [
    '99999999999999999999',
    '-1',
    '0',
    '%ff',
    '%00',
    '%0a',
    '%F0%9F%98%80',
    '..%2f..%2fetc',
    'NOPE',
    'SK-04',
    '1',
    '1e9',
    'a%20b',
];

const ODD_QUERIES = [
    '',
    'q[]=x',
    'dry[a]=1',
    'package=99999999999999999999',
    'q=%ff',
    'from=-1',
    'upload[]=1',
    'unit[]=',
    'intent=fly',
    'at=never',
];

const ODD_BODIES = [
    '',
    '{}',
    '[]',
    'null',
    '7',
    '{',
    '"a"',
    "\xff",
    '{"text": [1], "label": {}, "intent": 9, "stored": [], "answers": "x", "kit": "y", "folders": {"a": [1]}}',
    '{"text": "a", "texts": [7], "facts": [[]], "name": 5, "value": {}, "codename": [], "question": "x", "word": []}',
    '{"label": "SK-99", "codename": "nowhere", "unit": "SK-99", "package": 99999999999999999999, "version": -1}',
];

/** @return array{string, string, string} method, address and body */
function oddRequest(ApiOperation $operation, Dice $dice): array
{
    $path = (string) preg_replace_callback(
        '/\{\w+\}/',
        static fn(): string => $dice->one(ODD_WORDS),
        $operation->path(),
    );
    $query = $dice->one(ODD_QUERIES);

    return [
        strtoupper($dice->one($operation->methods())),
        "/api{$path}" . ($query === '' ? '' : "?{$query}"),
        $dice->one(ODD_BODIES),
    ];
}

$ask = function (int $seed, int $times): void {
    $dice = new Dice($seed);
    $asked = 0;
    foreach (OpenApiDocument::operations() as $operation) {
        for ($time = 0; $time < $times; $time++) {
            [$method, $address, $body] = oddRequest($operation, $dice);
            DB::beginTransaction();
            $headers = ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'];
            $answer = call($method, $address, server: $headers, content: $body);
            DB::rollBack();
            $what = "{$method} {$address} with {$body}";
            expect($answer->getStatusCode())->toBeLessThan(
                500,
                "{$what}: " . substr((string) $answer->getContent(), 0, 400),
            );
            if ($answer->getStatusCode() >= 400) {
                $says = json_decode((string) $answer->getContent(), true)['message'] ?? '';
                expect($says)->not->toBe('', $what)->not->toContain('App\\')->not->toContain('No query results');
            }
            $asked++;
        }
    }
    expect($asked)->toBeGreaterThan(80 * $times);
};

it('answers odd requests to every address with a sentence of its own', $ask)->with([[1, 4]]);

it('answers fifty to each', $ask)
    ->with([[2, 50]])
    ->group('whole');

it('says in the language of the page what is not there', function (string $address, string $language, string $says) {
    speaking($language);
    getJson($address)->assertNotFound()->assertJsonPath('message', $says);
})->with([
    [
        '/api/units/NOPE',
        'en',
        'There is no phone "NOPE" on the bench. It may have been taken off, or the address is mistyped.',
    ],
    [
        '/api/units/NOPE',
        'de',
        'Auf der Werkbank ist kein Telefon "NOPE". Es wurde vielleicht weggenommen, oder die Adresse ist vertippt.',
    ],
    [
        '/api/jobs/99999999999999999999',
        'en',
        'There is no such job. It may have been deleted, or the address is mistyped.',
    ],
    ['/api/runs/0/record', 'en', 'There is no such run. It may have been deleted, or the address is mistyped.'],
    ['/api/shelf/9999', 'en', 'There is no such file. It may have been deleted, or the address is mistyped.'],
    [
        '/api/sheets/nowhere',
        'en',
        'There is no model sheet "nowhere". It may have been deleted, or the address is mistyped.',
    ],
    ['/api/nowhere', 'en', 'There is nothing at this address. Look for it with the search.'],
    ['/api/jobs/%ff', 'en', 'There is nothing at this address. Look for it with the search.'],
    ['/api/jobs/%ff', 'de', 'An dieser Adresse ist nichts. Finde es über die Suche.'],
]);

it('counts a list before it looks at what is in it', function () {
    $texts = array_fill(0, 50_000, ['name' => 'a', 'text' => 'b']);
    $begun = hrtime(true);
    postJson('/api/start', ['texts' => $texts, 'files' => []])->assertUnprocessable();
    postJson('/api/start', ['texts' => array_fill(0, 50_000, 'x')])->assertUnprocessable();
    // Not a measure of speed: looking at each of them took half a minute.
    expect((hrtime(true) - $begun) / 1e9)->toBeLessThan(10.0);
});

it('breaks no line of an answer with an address', function () {
    foreach (
        ['/open/x?to=/a%0d%0aSet-Cookie:%20a=b', '/open/x?to[]=a', '/open/%ff', '/jobs/%ff', '/bench/%0a']
        as $address
    ) {
        $answer = get($address);
        expect($answer->getStatusCode())->toBeLessThan(500, $address);
        expect((string) $answer->headers->get('Location'))->not->toContain("\n");
    }
    get('/jobs/%ff')->assertNotFound()->assertSee('There is nothing at this address');
    speaking('de');
    get('/jobs/%ff')->assertNotFound()->assertSee('An dieser Adresse ist nichts');
});

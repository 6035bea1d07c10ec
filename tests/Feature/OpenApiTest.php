<?php

declare(strict_types=1);

use App\Http\Api\OpenApiDocument;
use App\Http\Api\RequestSchema;
use Illuminate\Testing\TestResponse;
use Illuminate\Validation\Rule;
use Opis\JsonSchema\Validator;
use function Pest\Laravel\getJson;
use PHPUnit\Framework\ExpectationFailedException;
use Tests\Support\Schemas;
use Tornavis\Core\Words\LossClass;

it('is one document that is made from the code as it is', function () {
    expect(file_get_contents(base_path('docs/formats/api/openapi.json')))->toBe(OpenApiDocument::json());
});

it('says of every address what it answers', function () {
    $silent = [];
    foreach (OpenApiDocument::operations() as $operation) {
        if ($operation->answers() === []) {
            $silent[] = $operation->name();
        }
    }

    expect($silent)->toBe([]);
});

it('points only at schemas that it holds', function () {
    $document = OpenApiDocument::json();
    $components = json_decode($document, true)['components']['schemas'];
    preg_match_all('~"\$ref": "([^"]+)"~', $document, $found);
    foreach (array_unique($found[1]) as $reference) {
        $place = ['components' => ['schemas' => $components]];
        foreach (explode('/', substr($reference, 2)) as $part) {
            expect($place)->toHaveKey($part, message: "{$reference} leads nowhere");
            $place = $place[$part];
        }
    }
    expect($found[1])->not->toBeEmpty();
});

it('notices an answer that is another than its address says', function () {
    $answer = fn(array $data, int $status = 200): TestResponse => TestResponse::fromBaseResponse(
        response()->json($data, $status),
    );
    getJson('/api/health')->assertOk();

    expect(fn() => Schemas::holdWhatItsAddressSays($answer(['problems' => [], 'notes' => [], 'setAside' => 0])))
        ->not->toThrow(ExpectationFailedException::class)
        ->and(fn() => Schemas::holdWhatItsAddressSays($answer(['problems' => [7], 'notes' => [], 'setAside' => 0])))
        ->toThrow(ExpectationFailedException::class)
        ->and(fn() => Schemas::holdWhatItsAddressSays($answer(['problems' => [], 'notes' => [], 'setAside' => 0], 202)))
        ->toThrow(ExpectationFailedException::class)
        ->and(fn() => Schemas::holdWhatItsAddressSays($answer(['sentence' => 'no'], 409)))
        ->toThrow(ExpectationFailedException::class);
});

it('makes a schema of the rules of a form, which takes what the form takes', function (mixed $form, bool $fits) {
    $schema = RequestSchema::of([
        'name' => ['required', 'string', 'max:40'],
        'count' => ['nullable', 'integer'],
        'kit' => ['sometimes', 'array'],
        'kit.*' => ['integer'],
        'answers' => ['sometimes', 'array:lost'],
        'answers.lost' => ['sometimes', 'array'],
        'answers.lost.*' => [Rule::enum(LossClass::class)],
        'way' => ['sometimes', Rule::in(['in "quotes"', 'one, two'])],
    ]);
    $given = json_decode((string) json_encode($form));

    expect((new Validator())->validate($given, (string) json_encode($schema))->isValid())->toBe($fits);
})->with([
    'all of it' => [
        ['name' => 'x', 'count' => 3, 'kit' => [1, 2], 'answers' => ['lost' => ['photos']], 'way' => 'one, two'],
        true,
    ],
    'the least' => [['name' => 'x'], true],
    'null where that may be' => [['name' => 'x', 'count' => null], true],
    'without what is required' => [['count' => 3], false],
    'null where it may not be' => [['name' => null], false],
    'another type' => [['name' => 'x', 'kit' => ['one']], false],
    'a word that is none of the list' => [['name' => 'x', 'answers' => ['lost' => ['teapots']]], false],
    'a word with a comma that is cut' => [['name' => 'x', 'way' => 'one'], false],
]);

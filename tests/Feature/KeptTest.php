<?php

declare(strict_types=1);

use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Shelf\Uploads;
use Illuminate\Support\Facades\DB;
use function Pest\Laravel\call;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;

use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\put;
use Tests\Support\DemoBench;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;

/*
 * Nothing that one window, worker or device writes is lost to another that has held the same for long.
 */

uses(DemoBench::class);

it('keeps a note and a backup that come while somebody else holds the phone', function () {
    $held = UnitRecord::query()->where('label', 'SK-04')->firstOrFail();
    postJson('/api/units/SK-04/notes', ['text' => 'Came meanwhile'])->assertCreated();
    $held->learn(Fact::of('battery.percent', 77, Source::Phone, 'system', now()->toIso8601String()));

    $unit = UnitRecord::query()->where('label', 'SK-04')->firstOrFail();
    expect(array_map(static fn($note): string => $note->text, $unit->unit()->notes))
        ->toContain('Came meanwhile')
        ->and($unit->unit()->state()->int('battery.percent'))
        ->toBe(77)
        ->and($unit->version)
        ->toBe(3);
});

it('tells the second of two windows what the first has changed, and writes over nothing', function () {
    $shown = getJson('/api/jobs/2')->assertOk();
    patchJson('/api/jobs/2', [
        'answers' => ['agreed' => ['PREP-6'], 'waived' => []],
        'version' => $shown->json('version'),
    ])
        ->assertOk()
        ->assertJsonPath('version', $shown->json('version') + 1);
    $second = patchJson('/api/jobs/2', ['kit' => [], 'version' => $shown->json('version')])->assertStatus(409);

    expect($second->json('now.answers.agreed'))
        ->toBe(['PREP-6'])
        ->and($second->json('wanted.kit'))
        ->toBe([])
        ->and(WorkJob::query()->findOrFail(2)->kit)
        ->not->toBe([]);
    patchJson('/api/jobs/2', ['kit' => [], 'version' => $second->json('now.version')])->assertOk();
});

it('puts no upload in the place of a file, however they come', function () {
    $folder = storage_path('up-' . bin2hex(random_bytes(3)));
    mkdir($folder);
    $uploads = new Uploads($folder, 1 << 30);
    $piece = static function (string $text) {
        $stream = fopen('php://memory', 'w+b');
        fwrite($stream, $text);
        rewind($stream);

        return $stream;
    };
    $first = $uploads->begin(3, 'same.zip');
    $second = $uploads->begin(3, 'same.zip');
    $uploads->add($first, 0, $piece('one'));
    expect(fn() => $uploads->add($second, 0, $piece('two')))
        ->toThrow(App\Shelf\UploadRefused::class, 'is on the shelf')
        ->and(file_get_contents("{$folder}/same.zip"))
        ->toBe('one')
        ->and($uploads->stands($second)['offset'])
        ->toBe(3);
    $left = $uploads->begin(9, 'left.zip');
    touch("{$folder}/.{$left}.part", time() - 8 * 86_400);
    touch("{$folder}/.{$left}.upload", time() - 8 * 86_400);
    $uploads->expire();
    expect(fn() => $uploads->stands($left))
        ->toThrow(App\Shelf\UploadRefused::class)
        ->and($uploads->stands($second)['offset'])
        ->toBe(3);
});

it('promises the same room only once', function () {
    $folder = storage_path('up-' . bin2hex(random_bytes(3)));
    mkdir($folder);
    $uploads = new Uploads($folder, PHP_INT_MAX);
    $half = intdiv((int) disk_free_space($folder), 2) + (1 << 28);
    $uploads->begin($half, 'one.zip');
    expect(fn() => $uploads->begin($half, 'two.zip'))->toThrow(App\Shelf\UploadRefused::class, 'no room');
});

it('takes lengths and offsets as whole decimal numbers alone', function (string $value) {
    $headers = ['Upload-Metadata' => 'filename ' . base64_encode('a.zip')];
    postJson('/api/uploads', [], ['Upload-Length' => $value] + $headers)
        ->assertStatus(400)
        ->assertSee('whole decimal number');
})->with(['1e3', '0x10', ' 3', '3.5', '-1', '', '99999999999999999999', '3abc']);

it('answers a broken body with 400 and a value of the wrong type with 422, and does nothing', function () {
    call(
        'PATCH',
        '/api/jobs/2',
        server: ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'],
        content: '{"kit": [',
    )->assertStatus(400);
    call(
        'POST',
        '/api/jobs/1/run',
        server: ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'],
        content: '"text"',
    )->assertStatus(400);
    foreach ([['seal' => ['a']], ['seal' => 5, 'link' => 'stand-in'], ['link' => ['stand-in']]] as $body) {
        postJson('/api/jobs/1/run', $body)->assertUnprocessable();
    }
    postJson('/api/units/SK-04/settle', ['name' => ['x']])->assertUnprocessable();
    postJson('/api/units/SK-04/notes', ['text' => 7])->assertUnprocessable();
    getJson('/api/matrix/cell?unit[]=SK-04&package=1')->assertUnprocessable();
    getJson('/api/log?from=many')->assertUnprocessable();
    postJson('/api/units/SK-04/dump', ['text' => ['a'], 'dry' => ['b']])->assertUnprocessable();
    expect(WorkJob::query()->findOrFail(1)->runs()->exists())->toBeFalse();
});

it('takes a broken document for no document at all', function (string $method, string $path) {
    $before = DB::table('settings')->orderBy('name')->get()->toJson();
    $json = ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'];
    call($method, $path, server: $json, content: '{"toolVersion": "1",')->assertStatus(400);
    expect(DB::table('settings')->orderBy('name')->get()->toJson())->toBe($before);
})->with([
    ['PUT', '/api/workplace'],
    ['PUT', '/api/house-rules'],
    ['PUT', '/api/phrasebook'],
    ['PUT', '/api/sheets/bowline'],
    ['POST', '/api/units'],
    ['PUT', '/api/shelf/1/card'],
]);

it('has no address that nobody uses', function () {
    get('/storage/app/x')->assertNotFound();
    put('/storage/app/x')->assertNotFound();
    expect(
        collect(app('router')->getRoutes()->getRoutes())
            ->filter(static fn($route): bool => str_starts_with($route->uri(), 'storage'))
            ->all(),
    )->toBe([]);
});

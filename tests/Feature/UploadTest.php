<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Shelf\Shelf;
use Illuminate\Testing\TestResponse;
use function Pest\Laravel\call;

use function Pest\Laravel\delete;
use Tests\Support\World;

beforeEach(function () {
    $this->folder = sys_get_temp_dir() . '/uploads-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($this->folder);
    config(['tornavis.shelf' => $this->folder]);
    $this->content = (string) file_get_contents(World::path('latchkey-4.2.zip'));
    $this->begin = fn(string $name, int $length): TestResponse => call(
        'POST',
        '/api/uploads',
        server: [
            'HTTP_UPLOAD_LENGTH' => (string) $length,
            'HTTP_UPLOAD_METADATA' => 'filename ' . base64_encode($name),
            'HTTP_TUS_RESUMABLE' => '1.0.0',
            'HTTP_ACCEPT' => 'application/json',
        ],
    );
    $this->piece = fn(string $at, int $offset, string $piece): TestResponse => call(
        'PATCH',
        $at,
        server: [
            'HTTP_UPLOAD_OFFSET' => (string) $offset,
            'CONTENT_TYPE' => 'application/offset+octet-stream',
            'HTTP_ACCEPT' => 'application/json',
        ],
        content: $piece,
    );
});

it('takes a file in pieces, says how far it is, and puts it on the shelf when it is whole', function () {
    $at = (string) ($this->begin)('latchkey-4.2.zip', strlen($this->content))
        ->assertCreated()
        ->headers->get('Location');
    ($this->piece)($at, 0, substr($this->content, 0, 5000))->assertNoContent()->assertHeader('Upload-Offset', '5000');
    call('HEAD', $at)
        ->assertOk()
        ->assertHeader('Upload-Offset', '5000')
        ->assertHeader('Upload-Length', (string) strlen($this->content));
    expect(glob("{$this->folder}/*"))
        ->toBe([])
        ->and(PackageRecord::query()->count())
        ->toBe(0);

    ($this->piece)($at, 5000, substr($this->content, 5000))->assertNoContent();
    expect(file_get_contents("{$this->folder}/latchkey-4.2.zip"))
        ->toBe($this->content)
        ->and(PackageRecord::query()->sole()->sha256)
        ->toBe(hash('sha256', $this->content))
        ->and(glob("{$this->folder}/.*.{part,upload}", GLOB_BRACE))
        ->toBe([]);
});

it('takes no piece that does not join what is there, and none of another type', function () {
    $at = (string) ($this->begin)('a.zip', 100)->headers->get('Location');
    ($this->piece)($at, 10, 'x')
        ->assertStatus(409)
        ->assertJsonPath('what', 'The piece begins at byte 10; 0 have arrived');
    call(
        'PATCH',
        $at,
        server: ['HTTP_UPLOAD_OFFSET' => '0', 'CONTENT_TYPE' => 'text/plain'],
        content: 'x',
    )->assertStatus(415);
    ($this->piece)($at, 0, str_repeat('x', 500))->assertHeader('Upload-Offset', '100');
    expect(filesize("{$this->folder}/a.zip"))->toBe(100);
});

it('refuses what cannot be put on the shelf', function (string $name, int $length, int $status, string $says) {
    file_put_contents("{$this->folder}/there.zip", 'x');
    ($this->begin)($name, $length)
        ->assertStatus($status)
        ->assertJsonPath('todo', fn(string $todo): bool => $todo !== '')
        ->assertSee($says);
    expect(glob("{$this->folder}/.*.{part,upload}", GLOB_BRACE))->toBe([]);
})->with([
    'too large' => ['a.zip', 1 << 60, 413, 'folder on this machine'],
    'nothing at all' => ['a.zip', 0, 413, '0 bytes'],
    'a name that is taken' => ['there.zip', 10, 409, 'is on the shelf'],
    'a hidden name' => ['.env', 10, 422, 'cannot be used'],
    'control characters' => ["a\nb.zip", 10, 422, 'cannot be used'],
    'not UTF-8' => ["a\xff.zip", 10, 422, 'cannot be used'],
]);

it('says so when the disk has no room, and keeps what has arrived', function () {
    config(['tornavis.largest_upload' => PHP_INT_MAX]);
    ($this->begin)('a.zip', 1 << 60)
        ->assertStatus(507)
        ->assertJsonPath('todo', 'Free some space, then go on: what has arrived is kept.');
});

it('never writes outside the shelf, whatever the name', function () {
    $at = (string) ($this->begin)('../../../etc/passwd-x', 3)->assertCreated()->headers->get('Location');
    ($this->piece)($at, 0, 'abc')->assertNoContent();
    expect(is_file("{$this->folder}/passwd-x"))->toBeTrue()->and(is_file('/etc/passwd-x'))->toBeFalse();
    call('HEAD', '/api/uploads/..%2f..%2fx')->assertStatus(404);
});

it('drops an upload with all that had arrived', function () {
    $at = (string) ($this->begin)('a.zip', 100)->headers->get('Location');
    ($this->piece)($at, 0, 'x');
    delete($at)->assertNoContent();
    call('HEAD', $at)->assertStatus(404);
    expect((new DirectoryIterator($this->folder))->valid())
        ->toBeTrue()
        ->and(count(scandir($this->folder) ?: []))
        ->toBe(2);
});

it('says which version of the protocol it speaks', function () {
    call('OPTIONS', '/api/uploads')
        ->assertNoContent()
        ->assertHeader('Tus-Version', '1.0.0')
        ->assertHeader('Tus-Extension', 'creation,termination');
});

it('does not take parts of uploads for files', function () {
    ($this->begin)('a.zip', 100);
    expect((new Shelf($this->folder, app(App\Shelf\IsolatedReader::class)))->look())->toBe(0);
});

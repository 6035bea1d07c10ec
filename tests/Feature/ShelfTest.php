<?php

declare(strict_types=1);

use App\Jobs\CheckImages;
use App\Jobs\ReadPackage;
use App\Models\PackageRecord;
use App\Serve\Heartbeat;
use App\Shelf\Shelf;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\deleteJson;
use function Pest\Laravel\get;

use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use function Pest\Laravel\putJson;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Package\PackageInspector;

beforeEach(function () {
    $this->folder = sys_get_temp_dir() . '/shelf-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($this->folder);
    $this->put = function (string $name, bool $withCard = true): void {
        copy(World::path($name), "{$this->folder}/{$name}");
        $withCard && copy(World::path($name) . '.card.json', "{$this->folder}/{$name}.card.json");
    };
    $this->shelf = new Shelf($this->folder, app(App\Shelf\IsolatedReader::class));
});

it('takes in what is new, with its checksum and its verdict', function () {
    ($this->put)('wicket-4.1-bowline.img');
    expect($this->shelf->look())->toBe(1);
    $record = PackageRecord::query()->sole();

    expect($record->kind)
        ->toBe('recovery')
        ->and($record->sha256)
        ->toBe(hash_file('sha256', "{$this->folder}/wicket-4.1-bowline.img"))
        ->and($record->hashed_bytes)
        ->toBe($record->size_bytes)
        ->and($record->package()->integrity()->value)
        ->toBe('verified');
});

it('shows a file at once and computes its checksum in the queue', function () {
    Queue::fake();
    ($this->put)('wicket-4.1-bowline.img');
    $this->shelf->look();

    Queue::assertPushed(ReadPackage::class, 1);
    expect(PackageRecord::query()->sole()->sha256)
        ->toBeNull()
        ->and(PackageRecord::query()->sole()->kind)
        ->toBe('recovery');
});

it('reads again when the file or its card changed', function () {
    ($this->put)('wicket-4.1-bowline.img', false);
    $this->shelf->look();
    $kind = static fn(): ?Fact => PackageRecord::query()->sole()->package()->facts->best(PackageField::KIND);
    expect($kind()?->grade())->toBe(Grade::Guessed);

    copy(World::path('wicket-4.1-bowline.img.card.json'), "{$this->folder}/wicket-4.1-bowline.img.card.json");
    touch("{$this->folder}/wicket-4.1-bowline.img.card.json", time() + 5);
    expect($this->shelf->look())->toBe(1)->and($kind()?->grade())->toBe(Grade::Stated);

    file_put_contents("{$this->folder}/wicket-4.1-bowline.img", 'x', FILE_APPEND);
    expect($this->shelf->look())
        ->toBe(1)
        ->and(PackageRecord::query()->sole()->package()->integrity()->value)
        ->toBe('damaged');
});

it('marks what is gone and keeps what was known of it', function () {
    ($this->put)('wicket-4.1-bowline.img');
    $this->shelf->look();
    unlink("{$this->folder}/wicket-4.1-bowline.img");
    $this->shelf->look();
    $record = PackageRecord::query()->sole();

    expect($record->missing)
        ->toBeTrue()
        ->and($record->package()->title())
        ->toBe('Wicket 4.1')
        ->and(PackageRecord::shelf())
        ->toBe([]);
    ($this->put)('wicket-4.1-bowline.img');
    $this->shelf->look();
    expect(PackageRecord::query()->sole()->missing)->toBeFalse();
});

it('passes over cards, parts of downloads, hidden files and folders', function () {
    file_put_contents("{$this->folder}/download.zip.part", 'x');
    file_put_contents("{$this->folder}/.hidden", 'x');
    file_put_contents("{$this->folder}/lonely.zip.card.json", '{}');
    mkdir("{$this->folder}/folder");

    expect($this->shelf->look())
        ->toBe(0)
        ->and(PackageRecord::query()->count())
        ->toBe(0);
});

it('keeps a file that cannot be read in sight, with the reason', function () {
    file_put_contents("{$this->folder}/notes.txt", 'tide tables');
    $this->shelf->look();
    $package = PackageRecord::query()->sole()->package();

    expect($package->problem)
        ->toContain('of no kind that is read here')
        ->and($package->integrity()->value)
        ->toBe('damaged');
});

it('is empty where there is no folder', function () {
    expect((new Shelf('/nowhere/shelf', app(App\Shelf\IsolatedReader::class)))->look())->toBe(0);
});

it('has no file that climbs into the browser as markup', function () {
    $name = '<img src=x onerror=alert(1)>.img';
    copy(World::path('wicket-4.1-bowline.img'), "{$this->folder}/{$name}");
    $this->shelf->look();

    expect(
        PackageInspector::standard()
            ->describe("{$this->folder}/{$name}")
            ->name(),
    )
        ->toBe($name)
        ->and((string) getJson('/api/shelf')->assertOk()->getContent())
        ->toContain('onerror')
        ->and(getJson('/api/shelf')->headers->get('Content-Type'))
        ->toBe('application/json');
});

it('recognises a file that was renamed, with all that rests on it', function () {
    ($this->put)('wicket-4.1-bowline.img', false);
    $this->shelf->look();
    $id = PackageRecord::query()->sole()->id;
    PackageRecord::query()
        ->sole()
        ->update(['typed' => [['name' => 'family', 'value' => 'Wicket', 'source' => 'typed']]]);
    rename("{$this->folder}/wicket-4.1-bowline.img", "{$this->folder}/renamed.img");
    $this->shelf->look();
    $record = PackageRecord::query()->sole();

    expect($record->id)
        ->toBe($id)
        ->and($record->missing)
        ->toBeFalse()
        ->and($record->name)
        ->toBe('renamed.img')
        ->and($record->package()->facts->text('family'))
        ->toBe('Wicket');
});

it('reads files in place in folders that a person names, and refuses what is no folder', function () {
    config(['tornavis.shelf' => "{$this->folder}/own"]);
    ($this->put)('latchkey-4.2.zip');
    putJson('/api/shelf/folders', ['folders' => [$this->folder]])->assertOk();
    expect(PackageRecord::query()->sole()->path)->toBe("{$this->folder}/latchkey-4.2.zip");
    foreach (['/nowhere/at/all', 'relative', "{$this->folder}/latchkey-4.2.zip"] as $bad) {
        putJson('/api/shelf/folders', ['folders' => [$bad]])->assertUnprocessable();
    }
    putJson('/api/shelf/folders', ['folders' => []])->assertOk();
    expect(PackageRecord::query()->sole()->missing)->toBeTrue();
});

it('notices that something came, went or changed, a card or a list beside it too', function (Closure $act) {
    ($this->put)('latchkey-4.2.zip', false);
    expect($this->shelf->behind())->toBeGreaterThan(0);
    $this->shelf->look();
    expect($this->shelf->behind())->toBe(0);
    $act($this);
    clearstatcache();
    expect($this->shelf->behind())->toBeGreaterThan(0);
    $this->shelf->look();

    expect($this->shelf->behind())->toBe(0);
})->with([
    'another file' => [fn($test) => ($test->put)('sweep-1.1.zip')],
    'a longer one' => [fn($test) => file_put_contents("{$test->folder}/latchkey-4.2.zip", 'x', FILE_APPEND)],
    'a card' => [fn($test) => touch("{$test->folder}/latchkey-4.2.zip.card.json", time() + 5)],
    'a list' => [fn($test) => touch("{$test->folder}/SHA256SUMS", time() + 5)],
    'nothing any more' => [fn($test) => unlink("{$test->folder}/latchkey-4.2.zip")],
]);

it('notices that a file went which had come by another way since it looked', function () {
    expect($this->shelf->behind())->toBe(0);
    ($this->put)('latchkey-4.2.zip');
    // An upload takes in what it has brought.
    (new Shelf($this->folder, app(App\Shelf\IsolatedReader::class)))->look();
    array_map(unlink(...), glob("{$this->folder}/*"));

    expect($this->shelf->behind())->toBeGreaterThan(0);
});

describe('one file', function () {
    beforeEach(function () {
        config(['tornavis.shelf' => $this->folder]);
        foreach (
            [
                'larder-mini-15-arm64.zip',
                'hull-13.0-becket-eu-swapped.zip',
                'driftglass-15.1-20260902-becket.zip',
                'driftglass-15.2-20260915-becket-nightly.zip',
                'wicket-4.1-becket.img',
            ]
            as $name
        ) {
            ($this->put)($name);
        }
        app(App\Demo\DemoWorld::class);
        foreach (['becket'] as $codename) {
            App\Models\SheetRecord::keep(World::sheet($codename));
        }
        App\Models\UnitRecord::keep(World::unit('SK-09'));
        $this->shelf->look();
        $this->id = fn(string $name): int => PackageRecord::query()->where('name', $name)->firstOrFail()->id;
    });

    it('answers as its schema says', function () {
        foreach (PackageRecord::query()->pluck('id') as $id) {
            Tests\Support\Schemas::hold(getJson("/api/shelf/{$id}")->assertOk(), 'file');
        }
        Tests\Support\Schemas::hold(
            getJson(
                '/api/shelf/' .
                    ($this->id)('driftglass-15.1-20260902-becket.zip') .
                    '/compare/' .
                    ($this->id)('driftglass-15.2-20260915-becket-nightly.zip'),
            )->assertOk(),
            'compare',
        );
    });

    it('says what a build needs beside it, which file serves and why others do not', function () {
        $kit = getJson('/api/shelf/' . ($this->id)('driftglass-15.1-20260902-becket.zip'))->json('kits.0');
        $needs = array_column($kit['needs'], null, 'need');

        expect($kit['unit'])
            ->toBe('SK-09')
            ->and($needs['Wicket 4.0 or newer']['chosen']['title'])
            ->toBe('Wicket 4.1')
            ->and($needs['Wicket 4.0 or newer']['why'])
            ->toBe('It is the only file that serves.')
            ->and(getJson('/api/shelf/' . ($this->id)('wicket-4.1-becket.img'))->json('servedBy'))
            ->toContain(['unit' => 'SK-09', 'build' => 'Driftglass 15.1']);
    });

    it('compares the images inside with what is stated about them', function () {
        $id = ($this->id)('hull-13.0-becket-eu-swapped.zip');
        postJson("/api/shelf/{$id}/check")->assertStatus(202);
        $check = getJson("/api/shelf/{$id}")->json('imageCheck');
        expect($check['status'])
            ->toBe('done')
            ->and(count(array_filter($check['outcomes'], static fn(array $o): bool => !$o['agrees'])))
            ->toBe(2);
    });

    it('takes a partition out, with its hash checked', function () {
        $id = ($this->id)('driftglass-15.1-20260902-becket.zip');
        get("/api/shelf/{$id}/partition/dtbo")->assertNotFound();
        postJson("/api/shelf/{$id}/partition/dtbo")->assertStatus(202);
        Tests\Support\Schemas::hold(getJson("/api/shelf/{$id}"), 'file');
        expect(getJson("/api/shelf/{$id}")->json('extraction.status'))->toBe('done');
        $answer = get("/api/shelf/{$id}/partition/dtbo")->assertOk()->baseResponse;
        assert($answer instanceof Symfony\Component\HttpFoundation\BinaryFileResponse);
        $file = $answer->getFile();
        expect(hash_file('sha256', $file->getPathname()))->toBe(
            World::package('driftglass-15.1-20260902-becket.zip')->imageFor('dtbo')?->sha256,
        );
        postJson("/api/shelf/{$id}/partition/nothing")->assertUnprocessable();
    });

    it('lays an image beside the package that it lies in, with a card, and writes over nothing', function () {
        $id = ($this->id)('driftglass-15.1-20260902-becket.zip');
        $name = 'driftglass-15.1-20260902-becket-boot.img';
        postJson("/api/shelf/{$id}/beside/boot")->assertStatus(202);
        $extraction = getJson("/api/shelf/{$id}")->json('extraction');
        $made = getJson('/api/shelf/' . ($this->id)($name));

        expect($extraction)
            ->toMatchArray(['status' => 'done', 'beside' => true, 'name' => $name])
            ->and($made->json('integrity'))
            ->toBe('verified')
            ->and(hash_file('sha256', "{$this->folder}/{$name}"))
            ->toBe(World::package('driftglass-15.1-20260902-becket.zip')->imageFor('boot')?->sha256)
            ->and(array_column($made->json('facts'), 'value', 'name'))
            ->toMatchArray(['kind' => 'partition image', 'partition' => 'boot', 'codenames' => ['becket']])
            ->and(array_column($made->json('facts'), 'value', 'name'))
            ->toHaveKey('partOf');
        postJson("/api/shelf/{$id}/beside/boot")->assertConflict();
        postJson("/api/shelf/{$id}/beside/nothing")->assertUnprocessable();
        unlink("{$this->folder}/{$name}");
        expect(getJson("/api/shelf/{$id}")->json('extraction'))->toBeNull();
    });

    it("lays a verification image out of the maker's bundle beside it, as one", function () {
        ($this->put)('hull-13.0-becket-eu.zip');
        postJson('/api/shelf/look')->assertOk();
        $id = ($this->id)('hull-13.0-becket-eu.zip');
        postJson("/api/shelf/{$id}/beside/verify")->assertStatus(202);
        $made = getJson('/api/shelf/' . ($this->id)('hull-13.0-becket-eu-verify.img'));

        expect(array_column($made->json('facts'), 'value', 'name'))
            ->toMatchArray(['kind' => 'verification image', 'partition' => 'verify', 'partOf' => '13.0'])
            ->and($made->json('container'))
            ->toBe('verification header');
    });

    it('unpacks a compressed file and expands a sparse image beside it, and no other file', function () {
        $from = World::path('saltern-generic-15-arm64.img');
        exec("gzip -c {$from} > {$this->folder}/saltern-generic-15-arm64.img.gz");
        postJson('/api/shelf/look')->assertOk();
        $packed = ($this->id)('saltern-generic-15-arm64.img.gz');
        postJson("/api/shelf/{$packed}/unpack")->assertStatus(202);
        $plain = ($this->id)('saltern-generic-15-arm64.img');
        postJson("/api/shelf/{$plain}/unpack")->assertStatus(202);
        $raw = getJson('/api/shelf/' . ($this->id)('saltern-generic-15-arm64-raw.img'));

        expect($raw->json('container'))->toBe('file system image')->and($raw->json('sizeBytes'))->toBe(100_663_296);
        postJson('/api/shelf/' . ($this->id)('wicket-4.1-becket.img') . '/unpack')->assertUnprocessable();
    });

    it('keeps what a person types, beside what file and card say', function () {
        $id = ($this->id)('larder-mini-15-arm64.zip');
        postJson("/api/shelf/{$id}/facts", ['name' => 'release', 'value' => '14'])->assertCreated();
        $file = getJson("/api/shelf/{$id}");
        expect($file->json('conflictsOf.0.name'))
            ->toBe('release')
            ->and(array_column($file->json('conflictsOf.0.statements'), 'source'))
            ->toBe(['card', 'typed']);
        postJson("/api/shelf/{$id}/facts", ['name' => 'release', 'value' => ''])->assertCreated();
        expect(getJson("/api/shelf/{$id}")->json('conflictsOf'))->toBe([]);
        postJson("/api/shelf/{$id}/facts", ['name' => 'colour', 'value' => 'red'])->assertUnprocessable();
    });

    it('writes a card beside the file that the schema takes, and no other', function () {
        $id = ($this->id)('wicket-4.1-becket.img');
        $card = json_decode((string) file_get_contents("{$this->folder}/wicket-4.1-becket.img.card.json"), true);
        putJson("/api/shelf/{$id}/card", ['versionName' => '4.2'] + $card)->assertCreated();
        expect(getJson("/api/shelf/{$id}")->json('title'))->toBe('Wicket 4.2');
        putJson("/api/shelf/{$id}/card", ['kind' => 'toaster'] + $card)->assertUnprocessable();
        putJson(
            "/api/shelf/{$id}/card",
            ['file' => ['name' => 'other.img', 'sizeBytes' => 1]] + $card,
        )->assertUnprocessable();
        expect(getJson("/api/shelf/{$id}")->json('title'))->toBe('Wicket 4.2');
    });

    it('gives out the sums of the whole shelf as the sum tools read them', function () {
        file_put_contents("{$this->folder}/all.sha256", get('/api/shelf/SHA256SUMS')->assertOk()->getContent());
        exec('cd ' . escapeshellarg($this->folder) . ' && sha256sum -c --quiet all.sha256', $out, $code);
        expect($code)->toBe(0);
    });

    it('forgets a file that is gone, and none that is there or in a kit', function () {
        $id = ($this->id)('larder-mini-15-arm64.zip');
        deleteJson("/api/shelf/{$id}")->assertStatus(409);
        unlink("{$this->folder}/larder-mini-15-arm64.zip");
        $this->shelf->look();
        deleteJson("/api/shelf/{$id}")->assertNoContent();
        expect(PackageRecord::query()->find($id))->toBeNull();
    });
});

it('lays no older reading of a file over a newer one', function () {
    Queue::fake();
    ($this->put)('wicket-4.1-bowline.img', false);
    $this->shelf->look();
    $record = PackageRecord::query()->sole();
    // While the file is being hashed a card comes and is taken in.
    $came = false;
    PackageRecord::retrieved(function () use (&$came): void {
        if (!$came) {
            $came = true;
            copy(
                World::path('wicket-4.1-bowline.img') . '.card.json',
                "{$this->folder}/wicket-4.1-bowline.img.card.json",
            );
            touch("{$this->folder}/wicket-4.1-bowline.img.card.json", time() + 5);
            $this->shelf->look();
        }
    });
    (new ReadPackage($record->id))->handle(app(App\Shelf\IsolatedReader::class));
    expect($came)->toBeTrue()->and($record->refresh()->kind)->toBe('recovery')->and($record->sha256)->toBeNull();

    (new ReadPackage($record->id))->handle(app(App\Shelf\IsolatedReader::class));
    expect($record->refresh()->kind)
        ->toBe('recovery')
        ->and($record->sha256)
        ->toBe(hash_file('sha256', "{$this->folder}/wicket-4.1-bowline.img"));
});

it('proposes what a page asks for, beside its sentence and what the file says otherwise', function () {
    ($this->put)('saltern-15.2-20260903-bowline.zip');
    $this->shelf->look();
    $id = PackageRecord::query()->sole()->id;
    $page = "Firmware 5.2.11 or newer is required.\nFormatting data is required.\nThanks!\n";
    $answer = postJson("/api/shelf/{$id}/page", ['text' => $page])->assertOk();

    expect(array_column($answer->json('proposals'), 'value', 'field'))
        ->toBe(['requires.firmware.min' => '5.2.11', 'requires.erase' => 'format'])
        ->and($answer->json('proposals.0.line'))
        ->toBe('Firmware 5.2.11 or newer is required.');
    postJson("/api/shelf/{$id}/page", ['text' => 'Thanks!'])->assertUnprocessable();
});

it('takes in a folder of many files a part at a time, and answers before it has all', function () {
    Queue::fake();
    config(['tornavis.shelf' => $this->folder]);
    $many = "{$this->folder}-many";
    mkdir($many);
    foreach (range(1, 700) as $number) {
        file_put_contents("{$many}/file-{$number}.img", "content {$number}");
    }
    $answer = putJson('/api/shelf/folders', ['folders' => [$many]])->assertOk();
    expect($answer->json('toRead'))
        ->toBe(700)
        ->and(PackageRecord::query()->count())
        ->toBe(250);
    // What is not read yet says so, and waits for the queue.
    expect(PackageRecord::query()->where('name', 'file-1.img')->sole()->package()->problem)->toContain(
        'waits to be read',
    );
    $shelf = app(Shelf::class);
    expect($shelf->behind())->toBe(450);
    $shelf->look();
    $shelf->look();
    expect($shelf->behind())
        ->toBe(0)
        ->and(PackageRecord::query()->count())
        ->toBe(700);
    Queue::assertPushed(ReadPackage::class, 700);
});

it('says how many files are still being taken in', function () {
    Heartbeat::say('watch', ['phonesAtWork' => 0, 'arriving' => 450, 'folders' => [], 'waiting' => []]);
    expect(getJson('/api/shelf')->json('arriving'))->toBe(450);
    // What was said long ago, or never, is nothing.
    file_put_contents(storage_path('framework/watch.json'), json_encode(['at' => time() - 60, 'arriving' => 450]));
    expect(getJson('/api/shelf')->json('arriving'))->toBe(0);
    Heartbeat::forget('watch');
    expect(getJson('/api/shelf')->json('arriving'))->toBe(0);
});

it('lets a large file wait where no small one does', function (int $bytes, string $queue) {
    Queue::fake();
    // As large as it says, with nothing in it.
    $file = fopen("{$this->folder}/large.img", 'wb');
    ftruncate($file, $bytes);
    fclose($file);
    $this->shelf->look();
    Queue::assertPushedOn($queue, ReadPackage::class);
    $record = PackageRecord::query()->sole();
    expect((new CheckImages($record->id))->queue)->toBe($queue);
})->with([
    'of 2 TB' => [2 << 40, 'large-files'],
    'of 1 GiB' => [1 << 30, 'large-files'],
    'below' => [(1 << 30) - 1, 'files'],
]);

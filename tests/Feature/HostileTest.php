<?php

declare(strict_types=1);

use App\Models\PackageRecord;
use App\Shelf\IsolatedReader;
use App\Shelf\Shelf;
use function Pest\Laravel\get;
use function Pest\Laravel\getJson;
use function Pest\Laravel\patchJson;
use function Pest\Laravel\postJson;

use Tests\Support\Hostile\HandMade;
use Tests\Support\Hostile\Mutants;
use Tests\Support\World;
use Tornavis\Core\Package\PackageError;

/*
 * Files that are meant to break what reads them. "Apart" reads each in another process; a file that took that process
 * down, or needed more than a reader may have, is a defect of the reader although the program goes on.
 */

beforeEach(function () {
    $this->folder = storage_path('hostile-' . bin2hex(random_bytes(4)));
    mkdir($this->folder);
    $this->reader = new IsolatedReader();
    /** @return array{float, string} seconds, and the problem or "" */
    $this->try = function (string $name, string $content): array {
        $path = "{$this->folder}/{$name}";
        file_put_contents($path, $content);
        $began = hrtime(true);
        $package = $this->reader->describe($path);
        $seconds = (hrtime(true) - $began) / 1e9;
        expect(json_encode($package->toArray()))->toBeString($name);
        unlink($path);

        return [$seconds, (string) $package->problem];
    };
    $this->within = function (string $name, array $outcome): void {
        [$seconds, $problem] = $outcome;
        expect($seconds)
            ->toBeLessThan(10.0, $name)
            ->and($problem)
            ->not->toContain('failed in this program', $name)
            ->not->toContain('Reading the file was ended', $name)
            ->and($this->reader->lost())
            ->toBe(0, $name)
            ->and($this->reader->mostMemoryBytes())
            ->toBeLessThan(128 << 20, $name);
    };
});

afterEach(function () {
    Illuminate\Support\Facades\File::deleteDirectory($this->folder);
});

it('reads each of the hand-made files in little time and memory', function () {
    $count = 0;
    foreach (HandMade::all() as $name => $make) {
        ($this->within)($name, ($this->try)($name, $make()));
        $count++;
    }
    expect($count)->toBeGreaterThan(300);
});

$mutants = function (int $count, int $seed): void {
    $refused = 0;
    foreach (Mutants::of($count, $seed) as $name => $content) {
        $outcome = ($this->try)($name, $content);
        ($this->within)($name, $outcome);
        $refused += $outcome[1] === '' ? 0 : 1;
    }
    expect($refused)->toBeGreaterThan(intdiv($count, 10))->toBeLessThan($count);
};

it('reads each of many mutants so', $mutants)->with([[700, 1]]);

it('reads each of very many mutants so', $mutants)
    ->with([[5000, 2]])
    ->group('whole');

it('compares the images of each of many mutants so', function () {
    foreach (Mutants::of(70, 3) as $name => $content) {
        file_put_contents("{$this->folder}/{$name}", $content);
        $package = $this->reader->describe("{$this->folder}/{$name}");
        try {
            $this->reader->images($package, static fn(): null => null);
            $problem = '';
        } catch (PackageError $error) {
            $problem = $error->getMessage();
        }
        unlink("{$this->folder}/{$name}");
        ($this->within)($name, [0.0, $problem]);
    }
});

it('reads a file beside a card or list that is meant to harm, and says what is wrong with the card', function (
    string $suffix,
    string $content,
    string $says,
) {
    file_put_contents("{$this->folder}/wicket.img{$suffix}", $content);
    ($this->within)(
        $suffix,
        ($this->try)('wicket.img', (string) file_get_contents(World::path('wicket-4.1-bowline.img'))),
    );
    copy(World::path('wicket-4.1-bowline.img'), "{$this->folder}/wicket.img");
    $package = $this->reader->describe("{$this->folder}/wicket.img");
    expect($package->container)->not->toBeNull()->and((string) $package->cardProblem)->toContain($says);
})->with([
    'a card of 10 MB' => [
        '.card.json',
        '{"format":"tornavis/release-card","version":1,"codenames":["' . str_repeat('a","', 2_500_000) . '"]}',
        'has 10000063 bytes',
    ],
    'a card of 8,000 codenames' => [
        '.card.json',
        '{"format":"tornavis/release-card","version":1,"kind":"recovery","codenames":["' .
        implode('","', range(1, 8000)) .
        '"]}',
        'codenames',
    ],
    'a card that is nested without end' => [
        '.card.json',
        str_repeat('{"a":', 10_000) . '1' . str_repeat('}', 10_000),
        'depth',
    ],
    'a card that is no text' => ['.card.json', "{\"format\":\"\xff\"}", 'UTF-8'],
    'a list of 4,000 sums of other files' => ['.sha256', str_repeat(str_repeat('0', 64) . "  f\n", 3800), ''],
    'a list that is no text' => [
        '.md5',
        str_repeat("\xff", 32) . "  wicket.img\n" . str_repeat('0', 32) . "  \xff\n",
        '',
    ],
]);

it('makes a file that takes the other process down its own problem, and reads the next', function (
    string $how,
    string $says,
) {
    $process = new class ($how) {
        public function __construct(private string $how) {}

        public function path(): string
        {
            return sys_get_temp_dir() . '/taker-' . getmypid() . "-{$this->how}.php";
        }
    };
    $code = [
        'memory' => 'str_repeat("x", 1 << 30);',
        'endless' => 'while (true) {}',
        'crash' => 'posix_kill(getmypid(), SIGSEGV);',
        'ends' => 'exit(3);',
    ][$how];
    file_put_contents($process->path(), "<?php pcntl_alarm(1); {$code}");
    $reader = new IsolatedReader($process->path());
    $package = $reader->describe(World::path('wicket-4.1-bowline.img'));
    unlink($process->path());
    expect($package->problem)->toContain($says)->toContain('everything else goes on');

    expect($this->reader->describe(World::path('wicket-4.1-bowline.img'))->problem)->toBeNull();
})->with([
    ['memory', 'more than 96MiB of memory'],
    ['endless', 'took longer than 10 seconds'],
    ['crash', 'ended by signal 11'],
    ['ends', 'ended with code 3'],
]);

it('keeps a file whose name is no text, says so, and reads the others', function () {
    $shelf = new Shelf($this->folder, $this->reader);
    copy(World::path('wicket-4.1-bowline.img'), "{$this->folder}/bad-\xff\xfe.img");
    copy(World::path('wicket-4.1-bowline.img'), "{$this->folder}/good.img");
    $shelf->look();

    $bad = PackageRecord::query()->where('name', 'like', 'bad-%')->sole();
    expect($bad->package()->problem)
        ->toContain('no UTF-8 text')
        ->and($bad->isBeingRead())
        ->toBeFalse()
        ->and(PackageRecord::query()->where('name', 'good.img')->sole()->sha256)
        ->not->toBeNull()
        ->and($shelf->behind())
        ->toBe(0);
    foreach (['/api/shelf', '/api/bench', '/api/matrix', '/api/bench/archive', "/api/shelf/{$bad->id}"] as $page) {
        get($page)->assertOk();
    }
});

it('shows every page with hostile files on the shelf', function () {
    $shelf = new Shelf($this->folder, $this->reader);
    foreach (HandMade::all() as $name => $make) {
        if (
            preg_match('/metadata-|script-text|payload-|super-|bundle|erofs/', $name) === 1 &&
            !str_contains($name, 'MiB')
        ) {
            file_put_contents("{$this->folder}/{$name}", $make());
        }
    }
    $shelf->look();
    postJson(
        '/api/units',
        json_decode((string) file_get_contents(base_path('demo/models/bowline.json')), true),
    )->assertCreated();
    postJson(
        '/api/units',
        json_decode((string) file_get_contents(base_path('demo/units/SK-04.json')), true),
    )->assertCreated();
    foreach (
        ['/api/shelf', '/api/bench', '/api/matrix', '/api/bench/archive', '/api/updates', '/api/shelf/SHA256SUMS']
        as $page
    ) {
        get($page)->assertOk();
    }
    foreach (PackageRecord::query()->pluck('id') as $id) {
        get("/api/shelf/{$id}")->assertOk();
        getJson("/api/matrix/cell?unit=SK-04&package={$id}")->assertOk();
    }
    $job = postJson('/api/jobs', ['unit' => 'SK-04', 'intent' => 'unlock'])
        ->assertCreated()
        ->json('id');
    $kits = PackageRecord::query()->pluck('id')->chunk(40);
    foreach ($kits as $kit) {
        patchJson("/api/jobs/{$job}", ['kit' => $kit->values()->all()])->assertOk();
        get("/api/jobs/{$job}")->assertOk();
    }
});

<?php

declare(strict_types=1);

use App\Backup\Backup;
use App\Backup\Contents;
use App\Backup\Exchange;
use App\Backup\Restore;
use App\Data\Database;
use App\Data\DataRefused;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\Support\TestRun;

beforeEach(function () {
    // A data folder of its own, as what is tried here replaces it.
    $this->folder = TestRun::own() . '/backup-' . bin2hex(random_bytes(4));
    mkdir("{$this->folder}/data/tornavis", 0o700, true);
    $this->app->useStoragePath("{$this->folder}/data");
    $this->file = "{$this->folder}/data/tornavis/tornavis.sqlite";
    config([
        'database.connections.sqlite.database' => $this->file,
        'tornavis.phones' => "{$this->folder}/data/phones",
        'tornavis.shelf' => "{$this->folder}/data/shelf",
    ]);
    DB::purge('sqlite');
    copy(TestRun::emptyBench() . '/tornavis/tornavis.sqlite', $this->file);
    file_put_contents("{$this->folder}/data/.env", "APP_KEY=base64:aGVsbG8=\n");
    mkdir("{$this->folder}/data/phones");
    mkdir("{$this->folder}/data/backups");
    file_put_contents("{$this->folder}/data/phones/A1.json", '{"a":1}');
    $this->backup = "{$this->folder}/b.zip";
    /** Everything below the data folder, by its content; copies of the database aside. */
    $this->lies = function (): array {
        DB::purge('sqlite');
        $all = [];
        foreach ((new Filesystem())->allFiles("{$this->folder}/data", true) as $file) {
            str_starts_with($file->getRelativePathname(), 'backups/') ||
                str_starts_with($file->getRelativePathname(), 'framework/') ||
                ($all[$file->getRelativePathname()] = hash('sha256', $file->getContents()));
        }
        ksort($all);

        return $all;
    };
    /** The backup with an entry or the list of its contents changed, sums made right again. */
    $this->changed = function (callable $change): void {
        $zip = new ZipArchive();
        $zip->open($this->backup);
        $contents = json_decode((string) $zip->getFromName(Contents::LIST), true);
        $change($zip, $contents);
        $zip->addFromString(Contents::LIST, (string) json_encode($contents));
        $zip->close();
    };
});

afterEach(function () {
    DB::purge('sqlite');
    (new Filesystem())->deleteDirectory($this->folder);
});

it('writes over no file that is no backup, and over an older backup', function () {
    $notes = "{$this->folder}/notes.txt";
    file_put_contents($notes, 'years of work');
    expect(Artisan::call('tornavis:backup', ['file' => $notes]))
        ->toBe(65)
        ->and(Artisan::output())
        ->toContain('is no backup of Tornavis')
        ->and(file_get_contents($notes))
        ->toBe('years of work');
    Backup::write($this->backup);
    Backup::write($this->backup);
    expect(Backup::check($this->backup)->entries)->toHaveKey('tornavis.sqlite');
    expect(glob("{$this->folder}/*.{part,database}", GLOB_BRACE))->toBe([]);
});

it('writes nothing into the data folder but among the copies', function (string $name) {
    $before = ($this->lies)();
    $file = "{$this->folder}/data/{$name}";
    expect(fn() => Backup::write($file))->toThrow(DataRefused::class, 'would lie among the data');
    expect(($this->lies)())->toBe($before);
})->with(['tornavis/tornavis.sqlite', 'signing.key', '.env', 'phones/A1.json', 'new.zip', 'backups/../phones/x.zip']);

it('writes among the copies', function () {
    $file = "{$this->folder}/data/backups/b.zip";
    Backup::write($file);
    expect(is_file($file))->toBeTrue();
});

it('brings nothing of it in where one thing is wrong, and leaves nothing over', function (
    Closure $spoil,
    string $says,
) {
    Backup::write($this->backup);
    $spoil($this->changed, $this->folder);
    file_put_contents("{$this->folder}/data/phones/A1.json", '{"a":2}');
    $before = ($this->lies)();
    expect(fn() => Restore::from($this->backup))->toThrow(DataRefused::class, $says);
    expect(($this->lies)())->toBe($before)->and(glob("{$this->folder}/data/restore-*"))->toBe([]);
})->with([
    'a list without cards' => [
        fn(callable $changed, string $folder) => $changed(function ($zip, array &$list): void {
            unset($list['cards']);
        }),
        'is not as this program writes it',
    ],
    'a list whose cards are numbers' => [
        fn(callable $changed, string $folder) => $changed(function ($zip, array &$list): void {
            $list['cards'] = ['cards/0.json' => 7];
        }),
        'is not as this program writes it',
    ],
    'a date that is none' => [
        fn(callable $changed, string $folder) => $changed(fn($zip, array &$list) => ($list['at'] = '../x')),
        'is not as this program writes it',
    ],
    'a name that climbs' => [
        fn(callable $changed, string $folder) => $changed(function (ZipArchive $zip, array &$list): void {
            $zip->addFromString('phones/../../x.json', '{}');
            $list['entries']['phones/../../x.json'] = hash('sha256', '{}');
        }),
        'which no backup has',
    ],
    'a database of another program' => [
        fn(callable $changed, string $folder) => $changed(function (ZipArchive $zip, array &$list) use ($folder): void {
            $other = "{$folder}/other.sqlite";
            (new PDO("sqlite:{$other}"))->exec('create table notes (text)');
            $zip->addFromString('tornavis.sqlite', (string) file_get_contents($other));
            $list['entries']['tornavis.sqlite'] = hash_file('sha256', $other);
        }),
        'of another program',
    ],
    'a database of a newer version' => [
        fn(callable $changed, string $folder) => $changed(function (ZipArchive $zip, array &$list) use ($folder): void {
            $newer = "{$folder}/newer.sqlite";
            copy("{$folder}/data/tornavis/tornavis.sqlite", $newer);
            $open = new PDO("sqlite:{$newer}");
            $open->exec("insert into migrations (migration, batch) values ('2099_01_01_000001_fly', 9)");
            $open->exec('pragma journal_mode = delete');
            unset($open);
            $zip->addFromString('tornavis.sqlite', (string) file_get_contents($newer));
            $list['entries']['tornavis.sqlite'] = hash_file('sha256', $newer);
        }),
        'made by a newer version',
    ],
    'settings that are none' => [
        fn(callable $changed, string $folder) => $changed(function (ZipArchive $zip, array &$list): void {
            $zip->addFromString('settings', "\0\1");
            $list['entries']['settings'] = hash('sha256', "\0\1");
        }),
        'settings is not what this program writes there',
    ],
    'a bomb that states its size' => [
        fn(callable $changed, string $folder) => $changed(function (ZipArchive $zip, array &$list): void {
            $zip->addFromString('phones/B.json', str_repeat("\0", 17 << 20));
            $list['entries']['phones/B.json'] = str_repeat('0', 64);
        }),
        'more than can be',
    ],
    'a bomb that states a small one' => [
        function (callable $changed, string $folder): void {
            $changed(function (ZipArchive $zip, array &$list): void {
                $zip->addFromString('phones/B.json', str_repeat("\0", 4 << 20));
                $list['entries']['phones/B.json'] = hash('sha256', str_repeat("\0", 4 << 20));
            });
            // The size in the central directory (APPNOTE 4.3.12), 24 bytes into the entry of this name.
            $bytes = (string) file_get_contents("{$folder}/b.zip");
            $at = (int) strrpos($bytes, 'phones/B.json') - 46;
            file_put_contents("{$folder}/b.zip", substr_replace($bytes, pack('V', 10), $at + 24, 4));
        },
        'phones/B.json is not as it was written',
    ],
]);

it('exchanges everything or nothing', function () {
    foreach (['a', 'b', 'c'] as $name) {
        file_put_contents("{$this->folder}/{$name}", "old {$name}");
        file_put_contents("{$this->folder}/new-{$name}", "new {$name}");
    }
    mkdir("{$this->folder}/aside");
    $of = fn(string $name): array => ["{$this->folder}/{$name}" => "{$this->folder}/new-{$name}"];
    $missing = ["{$this->folder}/nowhere/x" => "{$this->folder}/new-c"];
    expect(fn() => Exchange::all($of('a') + $of('b') + $missing, "{$this->folder}/aside"))->toThrow(DataRefused::class);
    expect(array_map(fn(string $name) => file_get_contents("{$this->folder}/{$name}"), ['a', 'b', 'c']))->toBe([
        'old a',
        'old b',
        'old c',
    ]);
    Exchange::all($of('a') + $of('b'), "{$this->folder}/aside");
    expect(file_get_contents("{$this->folder}/a") . file_get_contents("{$this->folder}/b"))->toBe('new anew b');
});

it('puts a card beside its own file on the shelf and nowhere else', function () {
    $shelf = "{$this->folder}/data/shelf";
    mkdir($shelf);
    $card = (string) json_encode(['format' => 'tornavis/release-card', 'version' => 1, 'kind' => 'build']);
    file_put_contents("{$shelf}/a.zip", 'x');
    file_put_contents("{$this->folder}/elsewhere.zip", 'x');
    Backup::write($this->backup);
    ($this->changed)(function (ZipArchive $zip, array &$list) use ($shelf, $card): void {
        $places = [
            "{$shelf}/a.zip",
            "{$this->folder}/elsewhere.zip",
            "{$shelf}/../../elsewhere.zip",
            "{$shelf}/gone.zip",
        ];
        foreach ($places as $number => $place) {
            $zip->addFromString("cards/{$number}.json", $card);
            $list['entries']["cards/{$number}.json"] = hash('sha256', $card);
            $list['cards']["cards/{$number}.json"] = "{$place}.card.json";
        }
    });
    $restored = Restore::from($this->backup);
    expect([$restored['cards'], $restored['left']])
        ->toBe([1, 3])
        ->and(file_get_contents("{$shelf}/a.zip.card.json"))
        ->toBe($card)
        ->and(is_file("{$this->folder}/elsewhere.zip.card.json"))
        ->toBeFalse();
});

it('brings a copy of the database back by what it is, whatever its name', function () {
    $copy = Database::own()->copy('before-update');
    rename($copy, "{$this->folder}/a-copy");
    DB::table('settings')->insert(['name' => 'later', 'value' => '1']);
    $restored = Restore::from("{$this->folder}/a-copy");
    expect(DB::table('settings')->where('name', 'later')->exists())
        ->toBeFalse()
        ->and($restored['copy'])
        ->toBeFile();
    // And none of another program, by the same way.
    (new PDO("sqlite:{$this->folder}/other"))->exec('create table notes (text)');
    expect(fn() => Restore::from("{$this->folder}/other"))->toThrow(DataRefused::class, 'of another program');
    expect(fn() => Restore::from("{$this->folder}/nothing"))->toThrow(DataRefused::class, 'no such file');
});

it('takes away what a restore has left that was ended in its middle', function () {
    mkdir("{$this->folder}/data/restore-000000/aside", 0o700, true);
    Backup::write($this->backup);
    Restore::from($this->backup);
    expect(glob("{$this->folder}/data/restore-*"))->toBe([]);
});

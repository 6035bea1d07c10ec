<?php

declare(strict_types=1);

use App\Backup\Backup;
use App\Backup\Restore;
use App\Data\Database;
use App\Data\DataRefused;
use App\Models\Run;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Symfony\Component\Process\Process;
use Tests\Support\TestRun;

/*
 * The database as a file: brought up to date whole or not at all, never made anew in silence, copied and brought back.
 */

beforeEach(function () {
    $this->folder = storage_path('data-' . bin2hex(random_bytes(4)));
    mkdir($this->folder);
    // No backup is written among the data.
    $this->elsewhere = TestRun::own() . '/elsewhere-' . bin2hex(random_bytes(4));
    mkdir($this->elsewhere);
    $this->file = "{$this->folder}/tornavis.sqlite";
    config(['database.connections.sqlite.database' => $this->file]);
    DB::purge('sqlite');
    $this->database = new Database($this->file, "{$this->folder}/copies");
    $this->oldest = function (): void {
        $open = new PDO("sqlite:{$this->file}");
        $open->exec((string) gzdecode((string) file_get_contents(base_path('tests/fixtures/oldest-database.sql.gz'))));
    };
    $this->migrator = app(Migrator::class);
});

it('brings the oldest database with its demo data up to date, and keeps a copy of it', function () {
    ($this->oldest)();
    $before = hash_file('sha256', $this->file);
    $this->database->prepare($this->migrator);

    expect(UnitRecord::query()->count())
        ->toBe(13)
        ->and(WorkJob::query()->count())
        ->toBe(3)
        ->and(UnitRecord::query()->firstWhere('label', 'SK-08')?->unit()->state()->text('serial'))
        ->not->toBeNull()
        ->and(Run::query()->sole()->record()->toArray()['journalIsWhole'])
        ->toBeTrue()
        ->and(Run::query()->sole()->state()->status)
        ->toBe('stopped')
        ->and(Run::query()->sole()->status)
        ->toBe('stopped')
        ->and(
            array_diff(
                $this->database->changes(),
                array_keys($this->migrator->getMigrationFiles([database_path('migrations')])),
            ),
        )
        ->toBe([]);
    $copies = glob("{$this->folder}/copies/*-before-update.sqlite") ?: [];
    expect($copies)->toHaveCount(1)->and((new Database($copies[0], ''))->changes())->toHaveCount(5);
    // A second time there is nothing to do.
    $this->database->prepare($this->migrator);
    expect(glob("{$this->folder}/copies/*.sqlite"))
        ->toHaveCount(1)
        ->and($before)
        ->not->toBe(hash_file('sha256', $this->file));
});

it('carries over the marks of rows that cannot be read, from each place where they have lain', function (
    string $marked,
) {
    ($this->oldest)();
    $this->database->prepare($this->migrator);
    $open = new PDO("sqlite:{$this->file}");
    $open->exec("delete from migrations where migration like '2026_12_01_000002_%'");
    if ($marked === 'in a column') {
        $open->exec('drop table set_aside');
        foreach (['model_sheets', 'units', 'work_jobs', 'runs', 'settings'] as $table) {
            $open->exec("alter table {$table} add column unreadable text");
            $open->exec(
                "create trigger {$table}_set_aside after update of unreadable on {$table} begin " .
                    "update revisions set number = number + 1 where name = 'ground'; end",
            );
        }
        $open->exec("update units set unreadable = 'no slots' where label = 'SK-08'");
    } else {
        $open->exec("insert into set_aside select 'units', id, 'no slots' from units where label = 'SK-08'");
    }
    unset($open);
    $this->database->prepare($this->migrator);
    DB::purge('sqlite');

    expect(UnitRecord::query()->where('label', 'SK-08')->exists())
        ->toBeFalse()
        ->and(UnitRecord::withSetAside()->where('label', 'SK-08')->sole()->problem())
        ->toBe('no slots')
        ->and(UnitRecord::query()->count())
        ->toBe(12)
        ->and(Schema::hasColumn('units', 'unreadable'))
        ->toBeFalse();
})->with(['in a column', 'in a table']);

it('changes nothing where a change breaks off, and does it when tried again', function () {
    ($this->oldest)();
    // Something stands in the way of the third of the changes.
    (new PDO("sqlite:{$this->file}"))->exec('create table devices (x)');
    $before = (new Database($this->file, ''))->changes();
    expect(fn() => $this->database->prepare($this->migrator))
        ->toThrow(Illuminate\Database\QueryException::class)
        ->and($this->database->changes())
        ->toBe($before);
    (new PDO("sqlite:{$this->file}"))->exec('drop table devices');
    $this->database->prepare($this->migrator);
    expect(UnitRecord::query()->count())->toBe(13);
});

it('refuses a newer database, and says which change it does not know', function () {
    ($this->oldest)();
    (new PDO("sqlite:{$this->file}"))->exec(
        "insert into migrations (migration, batch) values ('2031_01_01_000001_fly', 9)",
    );
    expect(fn() => $this->database->prepare($this->migrator))->toThrow(DataRefused::class, '2031_01_01_000001_fly');
});

it('does not make a database anew where one has vanished, and makes the first', function () {
    $this->database->prepare($this->migrator);
    expect(UnitRecord::query()->count())->toBe(0);
    $copy = $this->database->copy('before-update');
    DB::purge('sqlite');
    unlink($this->file);
    expect(fn() => $this->database->prepare($this->migrator))
        ->toThrow(DataRefused::class, $copy)
        ->and(is_file($this->file))
        ->toBeFalse();
    $this->database->clear();
    $this->database->prepare($this->migrator);
    expect(is_file($this->file))->toBeTrue();
});

it('has an index on every foreign key', function () {
    $this->database->prepare($this->migrator);
    $open = new PDO("sqlite:{$this->file}");
    $list = static fn(string $sql): array => $open->query($sql)->fetchAll(PDO::FETCH_ASSOC);
    $keys = 0;
    foreach ($list("select name from sqlite_master where type = 'table'") as ['name' => $table]) {
        $first = [];
        foreach ($list("pragma index_list('{$table}')") as ['name' => $index]) {
            $first[] = $list("pragma index_info('{$index}')")[0]['name'];
        }
        foreach ($list("pragma foreign_key_list('{$table}')") as ['from' => $column]) {
            expect($first)->toContain($column);
            $keys++;
        }
    }
    expect($keys)->toBeGreaterThan(2);
});

it('refuses what is no database', function () {
    file_put_contents($this->file, str_repeat('no database ', 500));
    expect(fn() => $this->database->prepare($this->migrator))->toThrow(DataRefused::class, 'no whole database');
});

it('keeps five copies and no more', function () {
    $this->database->prepare($this->migrator);
    for ($i = 0; $i < 7; $i++) {
        $this->database->copy('before-update');
    }
    expect(glob("{$this->folder}/copies/*.sqlite"))->toHaveCount(5);
});

it('writes a backup while others write, and brings all of it back', function () {
    ($this->oldest)();
    $this->database->prepare($this->migrator);
    $phones = config()->string('tornavis.phones');
    is_dir($phones) || mkdir($phones, 0o700, true);
    file_put_contents("{$phones}/SKF3A07Q41.json", '{"a": 1}');
    // Another process that writes all the time.
    $writer = new Process([
        PHP_BINARY,
        '-r',
        '$d = new PDO($argv[1]); $d->exec("pragma busy_timeout = 5000"); for ($i = 0; ; $i++) { $d->exec("insert ' .
        'or replace into settings (name, value) values (\'busy\', $i)"); }',
        "sqlite:{$this->file}",
    ]);
    $writer->start();
    usleep(300_000);
    $backup = "{$this->elsewhere}/b.zip";
    expect(Artisan::call('tornavis:backup', ['file' => $backup]))->toBe(0);
    $writer->stop(0);
    expect(decoct(fileperms($backup) & 0o777))
        ->toBe('600')
        ->and(Backup::check($backup)->entries)
        ->toHaveKeys(['tornavis.sqlite', 'phones/SKF3A07Q41.json']);

    UnitRecord::query()->where('label', '!=', 'SK-04')->delete();
    file_put_contents("{$phones}/SKF3A07Q41.json", '{"a": 2}');
    file_put_contents("{$phones}/LATER.json", '{}');
    expect(Artisan::call('tornavis:restore', ['file' => $backup]))
        ->toBe(0, Artisan::output())
        ->and(UnitRecord::query()->count())
        ->toBe(13)
        ->and(file_get_contents("{$phones}/SKF3A07Q41.json"))
        ->toBe('{"a": 1}')
        ->and(is_file("{$phones}/LATER.json"))
        ->toBeFalse();
});

it('refuses a backup that is not as it was written, and changes nothing', function (Closure $spoil, string $says) {
    ($this->oldest)();
    $this->database->prepare($this->migrator);
    $backup = "{$this->elsewhere}/b.zip";
    Backup::write($backup);
    $spoil($backup);
    UnitRecord::query()->where('label', 'SK-01')->delete();
    expect(fn() => Restore::from($backup))
        ->toThrow(DataRefused::class, $says)
        ->and(UnitRecord::query()->count())
        ->toBe(12);
})->with([
    'cut off' => [
        fn(string $file) => file_put_contents($file, substr((string) file_get_contents($file), 0, 20_000)),
        'cannot be opened',
    ],
    'another database in it' => [
        function (string $file): void {
            $zip = new ZipArchive();
            $zip->open($file);
            $zip->addFromString('tornavis.sqlite', 'another');
            $zip->close();
        },
        'tornavis.sqlite is not as it was written',
    ],
    'some other zip' => [
        function (string $file): void {
            unlink($file);
            $zip = new ZipArchive();
            $zip->open($file, ZipArchive::CREATE);
            $zip->addFromString('a', 'b');
            $zip->close();
        },
        'no list of its contents',
    ],
]);

it('brings nothing back while Tornavis runs on the data', function () {
    $this->database->prepare($this->migrator);
    $backup = "{$this->elsewhere}/b.zip";
    Backup::write($backup);
    $holder = new Process(['flock', '-F', storage_path('framework/owner.lock'), 'sleep', '20']);
    $holder->start();
    usleep(300_000);
    expect(Artisan::call('tornavis:restore', ['file' => $backup]))
        ->toBe(65)
        ->and(Artisan::output())
        ->toContain('is running on this data');
    $holder->stop(0);
});

<?php

declare(strict_types=1);

use App\Models\Setting;
use App\Providers\SqliteConnection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Symfony\Component\Process\Process;
use Tests\Support\TestRun;

/*
 * A database that cannot be written for a while: what was asked then fails, and what is asked after it does not.
 */

beforeEach(function () {
    $this->folder = TestRun::own() . '/trouble-' . bin2hex(random_bytes(4));
    mkdir($this->folder, 0o755, true);
    $this->file = "{$this->folder}/tornavis.sqlite";
    copy(TestRun::emptyBench() . '/tornavis/tornavis.sqlite', $this->file);
    config(['database.connections.sqlite.database' => $this->file, 'database.connections.sqlite.busy_timeout' => 50]);
    DB::purge('sqlite');
});

afterEach(function () {
    DB::purge('sqlite');
});

function kept(): bool
{
    return DB::transaction(
        static fn(): bool => DB::table('settings')->updateOrInsert(['name' => 'a'], ['value' => random_int(0, 9)]),
    );
}

/** Somebody who may read the file and not write it; the superuser may do everything, so they act as another. */
function withoutTheRightToWrite(string $folder, callable $do): void
{
    $isRoot = posix_geteuid() === 0;
    foreach ([TestRun::own(), dirname(TestRun::own())] as $above) {
        $isRoot && chmod($above, 0o755);
    }
    chmod($folder, 0o555);
    array_map(static fn(string $file): bool => chmod($file, 0o444), glob("{$folder}/*") ?: []);
    $isRoot && posix_seteuid(65_534);
    try {
        $do();
    } finally {
        $isRoot && posix_seteuid(0);
        chmod($folder, 0o755);
        array_map(static fn(string $file): bool => chmod($file, 0o644), glob("{$folder}/*") ?: []);
    }
}

it(
    'writes again when the file can be written again, with a connection that was opened while it could not',
    function () {
        expect(kept())->toBeTrue();
        // Somebody else has it open, so that it can be read.
        $other = new PDO("sqlite:{$this->file}");
        $other->query('select count(*) from settings')->fetchColumn();
        DB::purge('sqlite');
        withoutTheRightToWrite($this->folder, function (): void {
            for ($times = 0; $times < 3; $times++) {
                expect(fn() => kept())->toThrow(PDOException::class);
            }
            // A worker looks for work all the time, which opens the connection once more.
            expect(DB::table('settings')->count())->toBe(1);
        });
        // The same connection object: a worker keeps it for hours.
        expect(kept())->toBeTrue();
        DB::table('settings')->insert(['name' => 'b', 'value' => '1']);
        expect(Setting::query()->count())->toBe(2);
    },
);

it('leaves no transaction behind where the commit fails', function (callable $change) {
    /** A connection whose file gives way in the moment of the commit. */
    $failing = new class ("sqlite:{$this->file}") extends PDO {
        public bool $fails = true;

        public function commit(): bool
        {
            if ($this->fails) {
                throw new PDOException('SQLSTATE[HY000]: General error: 10 disk I/O error');
            }

            return parent::commit();
        }
    };
    /** @var SqliteConnection $connection */
    $connection = DB::connection();
    $connection->setPdo($failing);
    expect($change)->toThrow(PDOException::class, 'disk I/O error');
    expect($connection->transactionLevel())->toBe(0);
    $failing = null;
    expect(kept())->toBeTrue();
})->with([
    'of a block' => [fn() => kept()],
    'of a begin' => [
        function () {
            DB::beginTransaction();
            DB::table('settings')->insert(['name' => 'c', 'value' => '1']);
            DB::commit();
        },
    ],
]);

it('waits for its turn, and can be used after it did not come', function () {
    $other = new PDO("sqlite:{$this->file}");
    $other->exec('begin immediate');
    expect(fn() => kept())->toThrow(PDOException::class, 'is locked');
    $other->exec('commit');
    expect(kept())->toBeTrue();
});

it('says in its sentence what a commit has failed on, though it throws another class than a query', function () {
    Route::post(
        'api/full',
        fn() => throw new PDOException('SQLSTATE[HY000]: General error: 13 database or disk is full'),
    )->middleware('web');
    Pest\Laravel\postJson('/api/full')
        ->assertStatus(503)
        ->assertJsonPath('message', 'The disk is full. Make room on it; runs wait and go on by themselves.');
});

it('says so too where a file cannot be written', function () {
    $error = new ErrorException(
        'file_put_contents(): Write of 8192 bytes failed with errno=28 No space left on device',
    );
    Route::post('api/full', fn() => throw $error)->middleware('web');
    Pest\Laravel\postJson('/api/full')->assertStatus(503)->assertSee('The disk is full');
});

it('writes its log to standard error where the file of the log cannot be written', function () {
    $code = <<<'PHP'
    require 'vendor/autoload.php';
    $app = require 'bootstrap/app.php';
    $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
    report(new RuntimeException('a thing went wrong'));
    echo 'still here';
    PHP;
    mkdir("{$this->folder}/data/logs", 0o755, true);
    // Every write to it fails as on a full disk.
    symlink('/dev/full', "{$this->folder}/data/logs/tornavis.log");
    $run = new Process([PHP_BINARY, '-r', $code], base_path(), ['TORNAVIS_DATA' => "{$this->folder}/data"]);
    $run->run();
    expect($run->getOutput())->toBe('still here')->and($run->getErrorOutput())->toContain('a thing went wrong');
});

<?php

declare(strict_types=1);

/* What the benchmarks have in common. */

use App\Models\PackageRecord;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;
use Tornavis\Bench\Calibration;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;

const ROUNDS = 5;

/** @return float seconds of the best round */
function best(callable $work, int $rounds = ROUNDS): float
{
    $best = INF;
    for ($i = 0; $i < $rounds; $i++) {
        $start = hrtime(true);
        $work();
        $best = min($best, (hrtime(true) - $start) / 1e9);
    }

    return $best;
}

/** A 2 GB update zip: the demo payload with stored filler behind it, written by a general packing tool. */
function largeZip(): string
{
    $path = sys_get_temp_dir() . '/tornavis-bench-2g.zip';
    if (!is_file($path) || filesize($path) < 2_000_000_000) {
        $folder = sys_get_temp_dir() . '/tornavis-bench';
        is_dir($folder) || mkdir($folder);
        copy(World::path(World::SALTERN[0]), $path);
        exec(
            'head -c 2000000000 /dev/zero > ' .
                escapeshellarg("{$folder}/filler.bin") .
                ' && cd ' .
                escapeshellarg($folder) .
                ' && zip -q -0 ' .
                escapeshellarg($path) .
                ' filler.bin && rm filler.bin',
            $out,
            $code,
        );
        if ($code !== 0) {
            throw new RuntimeException(
                'The 2 GB file could not be made. Check the space in ' . sys_get_temp_dir() . '.',
            );
        }
    }

    return $path;
}

/**
 * 300 sheets, 200 units and 500 packages after those of the demo world.
 *
 * @return array{list<ModelSheet>, list<array{Unit, ModelSheet}>, list<Package>}
 */
function crowd(): array
{
    $demo = dirname(__DIR__) . '/demo';
    $known = [];
    foreach (glob("{$demo}/models/*.json") ?: [] as $file) {
        $sheet = ModelSheet::read($file);
        $known[$sheet->codename] = $sheet;
    }
    $sheets = array_values($known);
    for ($i = 0; count($sheets) < 300; $i++) {
        $document = $sheets[$i % count($known)]->toArray();
        $document['codename'] = "knot_{$i}";
        $document['variants'] = [['model' => "KN-{$i}", 'chipset' => 'Vesper 9']];
        $sheets[] = ModelSheet::kept($document);
    }
    $files = array_values(
        array_filter(
            glob("{$demo}/units/*.json") ?: [],
            static fn(string $file): bool => Unit::read($file)->codename !== null,
        ),
    );
    $units = [];
    for ($i = 0; count($units) < 200; $i++) {
        $unit = Unit::read($files[$i % count($files)])->toArray();
        $units[] = [Unit::kept(['label' => "SK-{$i}"] + $unit), $known[$unit['codename']]];
    }
    $names = array_map(
        static fn(string $card): string => basename($card, PackageInspector::CARD_SUFFIX),
        glob(World::shelf() . '/*' . PackageInspector::CARD_SUFFIX) ?: [],
    );
    $codenames = array_keys($known);
    $packages = [];
    for ($i = 0; $i < 500; $i++) {
        $document = World::package($names[$i % count($names)])->toArray();
        $document['path'] = "/shelf/{$i}-" . basename($document['path']);
        foreach ($document['facts'] as &$fact) {
            $fact['value'] = $fact['name'] === 'codenames' ? [$codenames[$i % count($codenames)]] : $fact['value'];
        }
        $packages[] = Package::fromArray($document);
    }

    return [$sheets, $units, $packages];
}

/** A sparse image of 4 GiB with a chunk for every MiB: raw data of one block, then nothing. */
function sparseOf4GiB(): string
{
    $path = sys_get_temp_dir() . '/tornavis-bench-4g.sparse';
    $handle = fopen($path, 'wb') ?: throw new RuntimeException("Cannot write {$path}.");
    fwrite($handle, SparseImageReader::MAGIC . pack('vvvvVVVV', 1, 0, 28, 12, 4096, 1 << 20, 8192, 0));
    for ($i = 0; $i < 4096; $i++) {
        fwrite($handle, pack('vvVV', SparseImageReader::RAW, 0, 128, 12 + 128 * 4096));
        fseek($handle, 128 * 4096, SEEK_CUR);
        fwrite($handle, pack('vvVV', SparseImageReader::SKIP, 0, 128, 12));
    }
    fclose($handle);

    return $path;
}

/**
 * Seconds that the answers for the bench and the shelf take with nothing worked out before.
 *
 * @param  list<array{Unit, ModelSheet}>  $units
 * @param  list<Package>  $packages
 * @return array{float, float, float}
 */
function pages(array $units, array $packages): array
{
    putenv('DB_DATABASE=:memory:');
    putenv('CACHE_STORE=array');
    $app = require dirname(__DIR__) . '/bootstrap/app.php';
    $kernel = $app->make(Kernel::class);
    $kernel->bootstrap();
    Artisan::call('migrate', ['--force' => true]);
    foreach ($units as [$unit, $sheet]) {
        SheetRecord::keep($sheet);
        $record = UnitRecord::keep($unit);
        if ($unit->codename === 'bowline') {
            $app->make(App\Planning\JobPlanner::class)->open($record, null, Tornavis\Core\Words\Intent::Fresh);
        }
    }

    foreach ($packages as $package) {
        (new PackageRecord(['path' => $package->path, 'modified_at' => 0]))->keepDescription($package);
    }
    foreach (array_chunk(range(1, 5000), 200) as $part) {
        DB::table('runs')->insert(
            array_map(
                static fn(int $i): array => [
                    'key' => sprintf('01bench%019d', $i),
                    'work_job_id' => 1,
                    'unit_label' => 'SK-' . $i % 200,
                    'codename' => 'bowline',
                    'build' => 'Saltern 15.2',
                    'status' => $i % 3 === 0 ? 'stopped' : 'ended',
                    'plan' => '{}',
                ],
                $part,
            ),
        );
    }
    $get = static fn(string $path): float => best(
        static fn() => $kernel->handle(Request::create("http://localhost/api/{$path}"))->getContent(),
        1,
    );

    return [$get('bench'), $get('shelf'), $get('log?q=SK-17&status=ended')];
}

/** A limit in seconds without a public tool to compare with, held against a loop of plain PHP in the same run. */
function within(string $what, float $seconds, float $allowed): bool
{
    static $slower = null;
    $allowed *= $slower ??= Calibration::factor();
    printf(
        "%-44s %8.1f ms  (at most %.0f ms) %s\n",
        $what,
        $seconds * 1000,
        $allowed * 1000,
        $seconds <= $allowed ? 'ok' : 'TOO SLOW',
    );

    return $seconds <= $allowed;
}

/** Properties of no meaning here, as a phone has many. */
function longList(int $bytes): string
{
    $list = '';
    for ($i = 0; strlen($list) < $bytes; $i++) {
        $list .= "[vendor.some.part{$i}]: [value " . md5((string) $i) . "]\n";
    }

    return $list;
}

/** Lines in which every word stands that a failure could begin with, and none of them is one. */
function longLog(int $bytes): string
{
    $words = explode(
        ' ',
        'error status failed mount slot battery lock sending writing step recovery zip signature boot',
    );
    mt_srand(1);
    $log = '';
    for ($i = 0; strlen($log) < $bytes; $i++) {
        $log .= sprintf('[%10.6f]', $i / 1e4);
        for ($word = 0; $word < 8; $word++) {
            $log .= ' ' . $words[mt_rand(0, 13)] . mt_rand(10, 99);
        }
        $log .= "\n";
    }

    return $log;
}

<?php

declare(strict_types=1);

use Symfony\Component\Finder\Finder;
use Tests\Support\World;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Archive\CompressedReader;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\Reading;

/** What every reader of packages has to pass. A new one is found by its folder; nothing has to be registered here. */
const MOST_SECONDS = 3.0;

const MOST_BYTES_OF_MEMORY = 64 << 20;

/**
 * @return array<string, PackageReader> by name of the class
 */
function readers(): array
{
    $readers = [];
    $root = dirname(__DIR__, 2) . '/src/Package';
    foreach (Finder::create()->in($root)->name('*Reader.php')->sortByName() as $file) {
        $class = 'Tornavis\\Core\\Package\\' . strtr(substr($file->getRelativePathname(), 0, -4), '/', '\\');
        if (is_subclass_of($class, PackageReader::class)) {
            $readers[$class] = $class === CompressedReader::class ? new $class([]) : new $class();
        }
    }

    return $readers;
}

/** A file of the demo world that the reader takes for its own; one of its own is taken out of a payload package. */
function sampleFor(PackageReader $reader): ?string
{
    foreach (glob(World::shelf() . '/*') ?: [] as $path) {
        if (is_file($path) && reads($reader, $path)) {
            return $path;
        }
    }
    $zip = new ZipArchive();
    $zip->open(World::path(World::SALTERN[0]));
    static $path = null;
    $path ??= tempnam(sys_get_temp_dir(), 'sample');
    file_put_contents($path, (string) $zip->getFromName('payload.bin'));

    return reads($reader, $path) ? $path : null;
}

function reads(PackageReader $reader, string $path): bool
{
    try {
        $bytes = Bytes::open($path);

        return $reader->recognises($bytes) && $reader->read($bytes)->facts !== [];
    } catch (PackageError) {
        return false;
    }
}

function withContent(string $content): Bytes
{
    static $path = null;
    $path ??= tempnam(sys_get_temp_dir(), 'contract');
    file_put_contents($path, $content);
    clearstatcache(true, $path);

    return Bytes::open($path);
}

dataset('readers', fn(): array => array_map(fn(string $class): array => [$class], array_keys(readers())));

it('has a sample in the demo world that each reader takes, and says where each fact comes from', function (
    string $class,
) {
    $reader = readers()[$class];
    $sample = sampleFor($reader);
    expect($sample)->not->toBeNull("no file of the demo world is one for {$class}");
    $reading = $reader->read(Bytes::open((string) $sample));

    expect($reading)->toBeInstanceOf(Reading::class)->and($reading->facts)->not->toBe([]);
    foreach ($reading->facts as $fact) {
        expect($fact)
            ->toBeInstanceOf(Fact::class)
            ->and([Source::File, Source::Assumed])
            ->toContain($fact->source)
            ->and(trim((string) $fact->where))
            ->not->toBe('', "the place of {$fact->name} is missing");
    }
})->with('readers');

it('answers about any content, or refuses it with an error of its own', function (string $class) {
    $reader = readers()[$class];
    foreach (
        [
            "\0",
            str_repeat("\0", 4096),
            str_repeat("\xff", 4096),
            (new Random\Engine\Mt19937(3))->generate() . str_repeat('noise', 900),
            "PK\x03\x04",
        ]
        as $content
    ) {
        try {
            expect($reader->recognises(withContent($content)))->toBeBool();
        } catch (PackageError $error) {
            expect($error->todo)->not->toBe('');
        }
    }
})->with('readers');

it('refuses a sample that was cut or changed with an error of its own, in bounded time and memory', function (
    string $class,
) {
    $reader = readers()[$class];
    $whole = (string) file_get_contents((string) sampleFor($reader), false, null, 0, 4 << 20);
    $random = new Random\Randomizer(new Random\Engine\Mt19937(11));
    $tries = array_map(fn(int $size): string => substr($whole, 0, $size), [1, 16, 64, 512, intdiv(strlen($whole), 2)]);
    for ($i = 0; $i < 60; $i++) {
        $changed = $whole;
        // Headers decide, and they lie at both ends.
        $at =
            $i % 3 === 0
                ? strlen($whole) - 1 - $random->getInt(0, min(600, strlen($whole) - 1))
                : $random->getInt(0, 600);
        $changed[min($at, strlen($whole) - 1)] = chr($random->getInt(0, 255));
        $tries[] = $changed;
    }
    foreach ($tries as $content) {
        $bytes = withContent($content);
        memory_reset_peak_usage();
        $before = memory_get_usage();
        $begun = hrtime(true);
        try {
            !$reader->recognises($bytes) ?: $reader->read($bytes);
        } catch (PackageError $error) {
            expect([$error->what, $error->where, $error->expected, $error->todo])->each->not->toBe('');
        }
        expect((hrtime(true) - $begun) / 1e9)
            ->toBeLessThan(MOST_SECONDS)
            ->and(memory_get_peak_usage() - $before)
            ->toBeLessThan(MOST_BYTES_OF_MEMORY);
    }
})->with('readers');

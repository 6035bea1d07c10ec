<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use Tornavis\Demo\Recipe;

/**
 * One run of the tests: what is made once for all of its processes, and the folder that each process has to itself.
 */
final class TestRun
{
    /** Set by ./tornavis test to a folder that all processes of the run share and that is removed at its end. */
    private const FOLDER = 'TORNAVIS_TEST_RUN';

    /** Gives this process a place for its data and its temporary files, before anything asks for one. */
    public static function enter(): void
    {
        umask(0o077);
        if (getenv(self::FOLDER) === false) {
            $run = sys_get_temp_dir() . '/tornavis-tests-' . getmypid();
            putenv(self::FOLDER . "={$run}");
            // Registered while the others run, so that applications and browser have ended before.
            $delete = static fn() => (new Filesystem())->deleteDirectory($run);
            register_shutdown_function(static fn() => register_shutdown_function($delete));
        }
        $own = self::own();
        is_dir("{$own}/tmp") || mkdir("{$own}/tmp", recursive: true);
        putenv("TMPDIR={$own}/tmp");
        putenv("TORNAVIS_DATA={$own}/data");
    }

    /** The folder of this process. */
    public static function own(): string
    {
        return getenv(self::FOLDER) . '/' . getmypid();
    }

    /**
     * The demo files, made when the recipe has changed and kept from run to run.
     */
    public static function shelf(): string
    {
        $kept = dirname(__DIR__, 2) . '/.setup/tests';
        $recipe = hash(
            'sha256',
            implode('', array_map(file_get_contents(...), glob(dirname(__DIR__, 2) . '/demo/src/*.php') ?: [])),
        );

        return self::once($kept, "shelf-{$recipe}", static function (string $folder): void {
            (new Recipe($folder))->make(static fn(string $name): null => null);
            file_put_contents("{$folder}/.recipe", (string) Recipe::VERSION);
        });
    }

    /** A data folder whose database ("tornavis/tornavis.sqlite") is migrated and empty. */
    public static function emptyBench(): string
    {
        return self::once((string) getenv(self::FOLDER), 'empty', self::layOut(...));
    }

    /**
     * A data folder with the demo world: its database, in which every file is read, and its simulated phones
     * ("phones").
     */
    public static function demoBench(): string
    {
        return self::once((string) getenv(self::FOLDER), 'demo', self::layOut(...));
    }

    /**
     * The same, with two jobs more whose runs stand in the log: 4 went well, and in 5 the phone refused a package at
     * first.
     */
    public static function benchWithRuns(): string
    {
        return self::once((string) getenv(self::FOLDER), 'runs', self::layOut(...));
    }

    /** Makes a folder whole, in the one process that comes first; the others wait for it. */
    private static function once(string $parent, string $name, callable $make): string
    {
        $folder = "{$parent}/{$name}";
        if (is_dir($folder)) {
            return $folder;
        }
        is_dir($parent) || @mkdir($parent, recursive: true);
        $lock = fopen("{$parent}/{$name}.lock", 'c');
        flock($lock, LOCK_EX);
        clearstatcache();
        if (!is_dir($folder)) {
            (new Filesystem())->deleteDirectory("{$folder}.part");
            mkdir("{$folder}.part");
            $make("{$folder}.part", $name);
            rename("{$folder}.part", $folder);
        }
        fclose($lock);

        return $folder;
    }

    /** In a process of its own, as the application of a test has other settings. */
    private static function layOut(string $folder, string $what): void
    {
        $settings = [
            'APP_ENV' => 'testing',
            'QUEUE_CONNECTION' => 'sync',
            'TORNAVIS_DATA' => $folder,
            'TORNAVIS_SHELF' => self::shelf(),
        ];
        // Other processes of the tests run beside it; how long it takes says nothing.
        $process = new Process([PHP_BINARY, __DIR__ . '/lay-out.php', $what], null, $settings);
        $process->setTimeout(null);
        $process->mustRun();
    }
}

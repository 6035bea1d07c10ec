<?php

declare(strict_types=1);

namespace App\Data;

use Illuminate\Database\Migrations\Migrator;
use Illuminate\Support\Facades\DB;
use PDO;
use PDOException;
use PDOStatement;

/** The file of the database: brought up to date, copied before that, and never silently made anew. */
final readonly class Database
{
    private const COPIES_KEPT = 5;

    /** Without one of these it is no database of this program. */
    private const TABLES = ['units', 'model_sheets', 'packages', 'work_jobs', 'runs', 'journal_events', 'settings'];

    public function __construct(public string $file, private string $copies) {}

    public static function own(): self
    {
        return new self(config()->string('database.connections.sqlite.database'), storage_path('backups'));
    }

    /** Makes it where there never was one, and brings one of an older version up to date: whole or not at all. */
    public function prepare(Migrator $migrator): void
    {
        if (!is_file($this->file)) {
            if (is_file($this->mark())) {
                throw DataRefused::gone($this->file, $this->newestCopy());
            }
            $this->migrate($migrator, null);

            return;
        }
        $known = array_keys($migrator->getMigrationFiles([database_path('migrations')]));
        $done = $this->changes();
        $unknown = array_values(array_diff($done, $known));
        if ($unknown !== []) {
            throw DataRefused::newer($this->file, $unknown);
        }
        $this->leaveMark();
        if (array_diff($known, $done) !== []) {
            $this->migrate($migrator, $done === [] ? null : $this->copy('before-update'));
        }
    }

    /**
     * Changes a copy and puts it in the place of the database when it is whole, so that a change that breaks off has
     * changed nothing and can be tried again.
     *
     * @param  ?string  $from  the copy of what is there
     */
    private function migrate(Migrator $migrator, ?string $from): void
    {
        $next = "{$this->file}.next";
        @unlink($next);
        $from === null ? touch($next) : copy($from, $next);
        config(['database.connections.next' => ['database' => $next] + config()->array('database.connections.sqlite')]);
        config(['database.connections.next.journal_mode' => 'delete']);
        try {
            $migrator->usingConnection('next', static function () use ($migrator): void {
                $migrator->getRepository()->repositoryExists() || $migrator->getRepository()->createRepository();
                $migrator->run([database_path('migrations')]);
            });
        } finally {
            DB::purge('next');
        }
        $this->takeThePlaceOf($next);
    }

    /** Puts a whole database file into the place of this one. */
    public function takeThePlaceOf(string $next): void
    {
        foreach ($this->inPlaceOf($next) as $place => $comes) {
            $comes === null && @unlink($place);
        }
        if (!@rename($next, $this->file)) {
            throw DataRefused::notWritten($this->file);
        }
        $this->leaveMark();
    }

    /**
     * What has to be moved for a whole database file to take the place of this one. What lies beside the old one
     * belongs to it alone.
     *
     * @return array<string, ?string> what comes, or null where nothing does, by the path of its place
     */
    public function inPlaceOf(string $next): array
    {
        // Said in the file itself: it can only be changed while nobody else has it open.
        (new self($next, ''))->query('pragma journal_mode = wal');
        DB::purge('sqlite');

        return ["{$this->file}-wal" => null, "{$this->file}-shm" => null, $this->file => $next];
    }

    /** Whether a file is a database of any kind, by its first bytes (SQLite file format, section 1.3). */
    public static function isOne(string $file): bool
    {
        return file_get_contents($file, false, null, 0, 16) === "SQLite format 3\0";
    }

    /**
     * @param  string  $from  the file that it came in, for the words
     *
     * @throws DataRefused when it is not whole, none of this program, or of a newer one
     */
    public function refuseForeign(string $from): void
    {
        $this->check();
        $done = $this->changes();
        $known = array_map(
            static fn(string $path): string => basename($path, '.php'),
            glob(database_path('migrations/*.php')) ?: [],
        );
        if (array_diff(self::TABLES, $this->tables()) !== [] || !in_array($known[0] ?? '', $done, true)) {
            throw DataRefused::noDatabase($from, 'it is of another program');
        }
        $unknown = array_values(array_diff($done, $known));
        if ($unknown !== []) {
            throw DataRefused::newer($from, $unknown);
        }
    }

    /** Takes the database away, with a copy of it kept. */
    public function clear(): ?string
    {
        $copy = is_file($this->file) && $this->changes() !== [] ? $this->copy('before-fresh') : null;
        DB::purge('sqlite');
        foreach ([$this->file, "{$this->file}-wal", "{$this->file}-shm", $this->mark()] as $file) {
            @unlink($file);
        }

        return $copy;
    }

    /** How many runs it holds; 0 where there is none. */
    public function runs(): int
    {
        if (!is_file($this->file) || !in_array('runs', $this->tables(), true)) {
            return 0;
        }

        return (int) $this->query('select count(*) from runs')->fetchColumn();
    }

    /**
     * A consistent copy, also while the program works.
     *
     * @return string its path
     */
    public function copy(string $why): string
    {
        if (!is_dir($this->copies) && !@mkdir($this->copies, 0o700, true)) {
            throw DataRefused::notWritten($this->copies);
        }
        $to = sprintf('%s/%s-%s.sqlite', $this->copies, gmdate('Ymd-His'), $why);
        for ($number = 2; is_file($to); $number++) {
            $to = sprintf('%s/%s-%s-%d.sqlite', $this->copies, gmdate('Ymd-His'), $why, $number);
        }
        $this->copyTo($to);
        foreach (
            array_slice(array_reverse(glob("{$this->copies}/*-{$why}*.sqlite") ?: []), self::COPIES_KEPT)
            as $old
        ) {
            unlink($old);
        }

        return $to;
    }

    public function copyTo(string $to): void
    {
        try {
            $open = $this->open();
            $open->exec('vacuum into ' . $open->quote($to));
        } catch (PDOException) {
            @unlink($to);

            throw DataRefused::notWritten($to);
        }
        chmod($to, 0o600);
    }

    /** @throws DataRefused when the file is not whole */
    public function check(): void
    {
        try {
            $says = $this->query('pragma integrity_check')->fetchColumn();
        } catch (PDOException $error) {
            throw DataRefused::noDatabase($this->file, $error->getMessage());
        }
        if ($says !== 'ok') {
            throw DataRefused::noDatabase($this->file, is_string($says) ? $says : 'it cannot be checked');
        }
    }

    /**
     * Names of the changes that it has had, in their order.
     *
     * @return list<string>
     */
    public function changes(): array
    {
        if (!in_array('migrations', $this->tables(), true)) {
            return [];
        }

        /** @var list<string> */
        return $this->query('select migration from migrations order by id')->fetchAll(PDO::FETCH_COLUMN);
    }

    /**
     * @return list<string>
     */
    private function tables(): array
    {
        try {
            /** @var list<string> */
            return $this->query("select name from sqlite_master where type = 'table'")->fetchAll(PDO::FETCH_COLUMN);
        } catch (PDOException $error) {
            if (
                str_contains($error->getMessage(), 'not a database') ||
                str_contains($error->getMessage(), 'malformed')
            ) {
                throw DataRefused::noDatabase($this->file, $error->getMessage());
            }

            throw $error;
        }
    }

    private function query(string $sql): PDOStatement
    {
        return $this->open()->query($sql) ?: throw new PDOException("The database does not answer: {$sql}");
    }

    private function open(): PDO
    {
        $open = new PDO("sqlite:{$this->file}", null, null, [
            PDO::SQLITE_ATTR_OPEN_FLAGS => PDO::SQLITE_OPEN_READWRITE,
            PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION,
        ]);
        $open->exec('pragma busy_timeout = 5000');

        return $open;
    }

    /** Says that a database was here, so that one that has vanished is told from a first start. */
    public function leaveMark(): void
    {
        is_file($this->mark()) || @file_put_contents($this->mark(), "Tornavis keeps its database beside this file.\n");
    }

    private function mark(): string
    {
        return dirname($this->file) . '/.database-was-here';
    }

    private function newestCopy(): ?string
    {
        $copies = glob("{$this->copies}/*.sqlite") ?: [];
        rsort($copies);

        return $copies[0] ?? null;
    }
}

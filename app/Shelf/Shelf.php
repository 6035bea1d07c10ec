<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Events\FileFound;
use App\Models\PackageRecord;
use App\Models\Setting;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;

/** The folders whose files are the shelf. Files are read in place and never changed. */
final readonly class Shelf
{
    /** For reading what files are while somebody waits. */
    private const PATIENCE_SECONDS = 3;

    /** Files taken in at once, so that others can write in between; the rest is left to the next look. */
    private const AT_ONCE = 250;

    /**
     * @param  string  $folder  its own folder, into which uploads go
     */
    public function __construct(public string $folder, private IsolatedReader $reader) {}

    /**
     * Its own folder and those on this machine that a person has named.
     *
     * @return list<string>
     */
    public function folders(): array
    {
        return [$this->folder, ...Setting::folders()];
    }

    /**
     * What a person should know about the folders.
     *
     * @return list<string>
     */
    public function problems(): array
    {
        $problems = array_map(static fn(string $folder): ?string => Folder::at($folder)->problem, $this->folders());

        return array_values(array_filter($problems, is_string(...)));
    }

    /** How many files in the folders have come, gone or changed since they were last taken in. */
    public function behind(): int
    {
        $there = array_map(static fn(FoundFile $file): string => "{$file->sizeBytes}|{$file->changed}", $this->there());
        $known = PackageRecord::query()
            ->where('missing', false)
            ->toBase()
            ->get(['path', 'size_bytes', 'modified_at'])
            ->mapWithKeys(static fn(\stdClass $row): array => [$row->path => "{$row->size_bytes}|{$row->modified_at}"])
            ->all();

        return count(array_diff_assoc($there, $known)) + count(array_diff_key($known, $there));
    }

    /**
     * Takes in what is new or changed and marks what is gone, a number of files at once. What a file is, is read as far
     * as that takes a moment; its checksum, and what takes longer, is left to the queue.
     *
     * @return int files to be read, and those that the next look takes in
     */
    public function look(): int
    {
        [$toRead, $left] = ShelfLock::alone(fn(): array => $this->takeIn());
        foreach ($toRead as $id) {
            event(new FileFound($id));
        }

        return count($toRead) + $left;
    }

    /**
     * @return array{list<int>, int} ids of the records to be read; files that are left for the next time
     */
    private function takeIn(): array
    {
        $there = $this->there();
        $all = $this->changed($there);
        $changed = array_slice($all, 0, self::AT_ONCE, true);
        // Where many come, nobody waits until it is told what the first of them are.
        $isMany = count($all) > self::AT_ONCE;
        $descriptions = $this->describe($changed, $isMany ? 0 : self::PATIENCE_SECONDS);

        /** @var list<int> $toRead */
        $toRead = DB::transaction(static function () use ($there, $changed, $descriptions): array {
            $gone = PackageRecord::query()
                ->where('missing', false)
                ->pluck('path')
                ->diff(array_map(strval(...), array_keys($there)));
            foreach ($gone->chunk(500) as $paths) {
                PackageRecord::query()
                    ->whereIn('path', $paths->all())
                    ->update(['missing' => true]);
            }
            $toRead = [];
            foreach ($changed as $path => $file) {
                $record = PackageRecord::query()->firstOrNew(['path' => $path]);
                $record->fill([
                    'modified_at' => $file->changed,
                    'missing' => false,
                    'hashed_bytes' => 0,
                    'images' => null,
                ]);
                $record->keepDescription($descriptions[$path]);
                if ($file->hasPlainPath()) {
                    $toRead[] = $record->id;
                } else {
                    $record->update(['hashed_bytes' => $file->sizeBytes]);
                }
            }

            return $toRead;
        });

        return [$toRead, count($all) - count($changed)];
    }

    /**
     * @return array<string, FoundFile> by path, as it is kept
     */
    private function there(): array
    {
        return array_merge(
            ...array_map(static fn(string $folder): array => Folder::at($folder)->files, $this->folders()),
        );
    }

    /**
     * @param  array<string, FoundFile>  $there
     * @return array<string, FoundFile> those that are not as they were taken in
     */
    private function changed(array $there): array
    {
        $known = PackageRecord::query()
            ->where('missing', false)
            ->toBase()
            ->get(['path', 'size_bytes', 'modified_at'])
            ->keyBy('path');

        return array_filter(
            $there,
            static function (FoundFile $file, string $path) use ($known): bool {
                $as = $known->get($path);

                return $as === null ||
                    (int) $as->modified_at !== $file->changed ||
                    (int) $as->size_bytes !== $file->sizeBytes;
            },
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /**
     * @param  array<string, FoundFile>  $files
     * @return array<string, Package>
     */
    private function describe(array $files, int $seconds): array
    {
        $end = hrtime(true) + $seconds * 1_000_000_000;

        return array_map(function (FoundFile $file) use ($end): Package {
            if (!$file->hasPlainPath()) {
                return Package::withProblem(
                    $file->keptPath(),
                    $file->sizeBytes,
                    PackageError::badPath($file->keptPath())->getMessage(),
                );
            }

            return hrtime(true) > $end
                ? Package::withProblem($file->path, $file->sizeBytes, 'It waits to be read.')
                : $this->reader->describe($file->path);
        }, $files);
    }
}

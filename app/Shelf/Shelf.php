<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Jobs\ReadPackage;
use App\Models\PackageRecord;
use App\Models\Setting;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\Sum\SumsBeside;

/** The folders whose files are the shelf. Files are read in place and never changed. */
final readonly class Shelf
{
    /**
     * @param  string  $folder  its own folder, into which uploads go
     */
    public function __construct(public string $folder)
    {
    }

    /**
     * Its own folder and those on this machine that a person has named.
     *
     * @return list<string>
     */
    public function folders(): array
    {
        return [$this->folder, ...Setting::folders()];
    }

    /** Whether a file in the folders has come, gone or changed since it was last taken in. */
    public function isBehind(): bool
    {
        $there = array_map(static fn (array $file): string => "{$file[0]}|{$file[1]}", array_merge(...array_map(self::files(...), $this->folders())));
        $known = PackageRecord::query()->where('missing', false)->toBase()->get(['path', 'size_bytes', 'modified_at'])
            ->mapWithKeys(static fn (\stdClass $row): array => [$row->path => "{$row->size_bytes}|{$row->modified_at}"])->all();

        return count($there) !== count($known) || array_diff_assoc($there, $known) !== [];
    }

    /**
     * Takes in what is new or changed and marks what is gone; reading itself happens in the queue.
     *
     * @return int files to be read
     */
    public function look(): int
    {
        $records = PackageRecord::query()->get()->keyBy('path');
        $there = array_merge(...array_map(self::files(...), $this->folders()));
        foreach ($records->keys()->diff(array_keys($there))->chunk(500) as $paths) {
            PackageRecord::query()->whereIn('path', $paths->all())->where('missing', false)->update(['missing' => true]);
        }
        $toRead = 0;
        foreach ($there as $path => [$size, $changed]) {
            $record = $records->get($path);
            if ($record !== null && $record->modified_at === $changed && $record->size_bytes === $size && ! $record->missing) {
                continue;
            }
            $record ??= new PackageRecord(['path' => $path]);
            $record->modified_at = $changed;
            $record->missing = false;
            $record->hashed_bytes = 0;
            $record->images = null;
            $record->keepDescription(PackageInspector::standard()->describe($path));
            ReadPackage::dispatch($record->id);
            $toRead++;
        }

        return $toRead;
    }

    /**
     * The packages in a folder: no cards, checksum lists, hidden files or parts of downloads.
     *
     * @return array<string, array{int, int}> size and time of the last change (of the file or of what lies beside it), by path
     */
    private static function files(string $folder): array
    {
        $files = [];
        $beside = [];
        foreach (is_dir($folder) && is_readable($folder) ? new \DirectoryIterator($folder) : [] as $file) {
            $name = $file->getFilename();
            if (! $file->isFile() || str_starts_with($name, '.') || str_ends_with($name, '.part')) {
                continue;
            }
            if (str_ends_with($name, PackageInspector::CARD_SUFFIX)) {
                $beside[substr($name, 0, -strlen(PackageInspector::CARD_SUFFIX))] = $file->getMTime();
            } elseif (SumsBeside::isList($name)) {
                $beside[''] = max($beside[''] ?? 0, $file->getMTime());
            } else {
                $files[$file->getPathname()] = [$file->getSize(), $file->getMTime(), $name];
            }
        }
        ksort($files);

        return array_map(static fn (array $file): array => [$file[0], max($file[1], $beside[$file[2]] ?? 0, $beside[''] ?? 0)], $files);
    }
}

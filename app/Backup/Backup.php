<?php

declare(strict_types=1);

namespace App\Backup;

use App\Data\Database;
use App\Data\DataRefused;
use App\Models\PackageRecord;
use Tornavis\Core\Package\PackageInspector;
use ZipArchive;

/**
 * Everything but the packages in one zip: database (with phones, jobs, runs, house rules, phrasebook and folders),
 * simulated phones, settings with their keys, and release cards. A list of what is in it, with sums, lets it be
 * checked.
 */
final readonly class Backup
{
    /**
     * Writes one while the program may be working, and reads it back.
     *
     * @throws DataRefused when it cannot be written, or does not come back as it was
     */
    public static function write(string $file): void
    {
        self::refusePlace($file);
        // A name that nobody else has: what lies beside it is somebody's.
        $own = "{$file}." . bin2hex(random_bytes(4));
        [$part, $copy] = ["{$own}.part", "{$own}.database"];
        try {
            $database = Database::own();
            $database->copyTo($copy);
            (new Database($copy, ''))->check();
            $zip = self::open($part, ZipArchive::CREATE);
            $entries = [Contents::DATABASE => self::sum($copy)];
            $zip->addFile($copy, Contents::DATABASE);
            foreach (self::others() as $name => $path) {
                $text = @file_get_contents($path);
                if ($text !== false) {
                    $zip->addFromString($name, $text);
                    $entries[$name] = hash('sha256', $text);
                }
            }
            $cards = [];
            foreach (self::cards() as $number => $path) {
                $text = (string) @file_get_contents($path);
                $zip->addFromString("cards/{$number}.json", $text);
                $entries["cards/{$number}.json"] = hash('sha256', $text);
                $cards["cards/{$number}.json"] = $path;
            }
            $contents = [
                'format' => Contents::FORMAT,
                'version' => Contents::VERSION,
                'at' => gmdate(DATE_ATOM),
                'changes' => $database->changes(),
                'entries' => $entries,
                'cards' => (object) $cards,
            ];
            $zip->addFromString(
                Contents::LIST,
                json_encode(
                    $contents,
                    JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
                ),
            );
            if (!@$zip->close() || !is_file($part)) {
                throw DataRefused::notWritten($file);
            }
            chmod($part, 0o600);
            self::check($part);
            if (!@rename($part, $file)) {
                throw DataRefused::notWritten($file);
            }
        } finally {
            @unlink($copy);
            @unlink($part);
        }
    }

    /**
     * What it holds, after every part was compared with its sum.
     *
     * @throws DataRefused when it is not whole
     */
    public static function check(string $file): Contents
    {
        $zip = self::open($file, ZipArchive::RDONLY);
        $contents = Contents::read($zip, $file);
        foreach ($contents->entries as $name => $sum) {
            if (self::sumOf($zip, $name, $contents->sizes[$name]) !== $sum) {
                throw DataRefused::noBackup($file, "{$name} is not as it was written");
            }
        }

        return $contents;
    }

    /**
     * Nothing is written over but an older backup, and nothing into the data but beside the other copies.
     *
     * @throws DataRefused where it would be
     */
    private static function refusePlace(string $file): void
    {
        $folder = realpath(dirname($file)) ?: throw DataRefused::notWritten($file);
        $data = (string) realpath(storage_path());
        $backups = storage_path('backups');
        if (str_starts_with("{$folder}/", "{$data}/") && $folder !== realpath($backups)) {
            throw DataRefused::inTheData($file, $backups);
        }
        if (file_exists($file) || is_link($file)) {
            try {
                Contents::read(self::open($file, ZipArchive::RDONLY), $file);
            } catch (DataRefused) {
                throw DataRefused::notOurs($file);
            }
        }
    }

    /**
     * @return array<string, string> path by name in the backup
     */
    private static function others(): array
    {
        $files = [Contents::SETTINGS => storage_path('.env'), Contents::KEY => storage_path('signing.key')];
        foreach (glob(config()->string('tornavis.phones') . '/*.json') ?: [] as $phone) {
            $files['phones/' . basename($phone)] = $phone;
        }

        return $files;
    }

    /**
     * @return list<string> paths of the cards beside the files of the shelf
     */
    private static function cards(): array
    {
        $paths = PackageRecord::query()
            ->where('missing', false)
            ->orderBy('id')
            ->pluck('path')
            ->map(static fn(mixed $path): string => (is_string($path) ? $path : '') . PackageInspector::CARD_SUFFIX);

        return array_values($paths->filter(static fn(string $path): bool => is_file($path))->all());
    }

    /** @throws DataRefused when it cannot be opened or made */
    public static function open(string $file, int $how): ZipArchive
    {
        $zip = new ZipArchive();
        if ($zip->open($file, $how) !== true) {
            throw $how === ZipArchive::CREATE
                ? DataRefused::notWritten($file)
                : DataRefused::noBackup($file, 'it cannot be opened');
        }

        return $zip;
    }

    private static function sum(string $path): string
    {
        return (string) hash_file('sha256', $path);
    }

    private static function sumOf(ZipArchive $zip, string $name, int $bytes): string
    {
        $stream = $zip->getStream($name);
        if ($stream === false) {
            return '';
        }
        $sum = hash_init('sha256');
        @hash_update_stream($sum, $stream, $bytes + 1);

        return hash_final($sum);
    }
}

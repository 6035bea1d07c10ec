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
 *
 * @phpstan-type Contents array{
 *     format: string,
 *     version: int,
 *     at: string,
 *     changes: list<string>,
 *     entries: array<string, string>,
 *     cards: array<string, string>
 * }
 */
final readonly class Backup
{
    private const FORMAT = 'tornavis/backup';

    private const VERSION = 1;

    private const LIST = 'contents.json';

    private const DATABASE = 'tornavis.sqlite';

    private const SETTINGS = 'settings';

    private const LARGEST_PART = 1 << 32;

    /**
     * Writes one while the program may be working, and reads it back.
     *
     * @throws DataRefused when it cannot be written, or does not come back as it was
     */
    public static function write(string $file): void
    {
        $part = "{$file}.part";
        $copy = "{$file}.database";
        @unlink($part);
        @unlink($copy);
        try {
            $database = Database::own();
            $database->copyTo($copy);
            (new Database($copy, ''))->check();
            $zip = self::open($part, ZipArchive::CREATE);
            $entries = [self::DATABASE => self::sum($copy)];
            $zip->addFile($copy, self::DATABASE);
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
                'format' => self::FORMAT,
                'version' => self::VERSION,
                'at' => gmdate(DATE_ATOM),
                'changes' => $database->changes(),
                'entries' => $entries,
                'cards' => (object) $cards,
            ];
            $zip->addFromString(
                self::LIST,
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
     * @return Contents
     *
     * @throws DataRefused when it is not whole
     */
    public static function check(string $file): array
    {
        $zip = self::open($file, ZipArchive::RDONLY);
        $contents = json_decode((string) $zip->getFromName(self::LIST, 16 << 20), true);
        if (
            !is_array($contents) ||
            ($contents['format'] ?? null) !== self::FORMAT ||
            !is_array($contents['entries'] ?? null)
        ) {
            throw DataRefused::noBackup($file, 'it has no list of its contents');
        }
        if (($contents['version'] ?? 0) > self::VERSION) {
            throw DataRefused::noBackup($file, 'a newer version of this program made it');
        }
        foreach ($contents['entries'] as $name => $sum) {
            if (self::sumOf($zip, (string) $name) !== $sum) {
                throw DataRefused::noBackup($file, "{$name} is not as it was written");
            }
        }

        /** @var Contents */
        return $contents;
    }

    /**
     * Puts a backup in the place of what is there, of which a copy is kept. Cards that lie beside their files stay.
     *
     * @return array{copy: ?string, cards: int, at: string} where the copy is, cards that were put back, when the
     *     backup was made
     *
     * @throws DataRefused when it is not whole or is newer; then nothing was changed
     */
    public static function restore(string $file): array
    {
        $contents = self::check($file);
        $zip = self::open($file, ZipArchive::RDONLY);
        $database = Database::own();
        $next = "{$database->file}.restored";
        self::extract($zip, self::DATABASE, $next);
        (new Database($next, ''))->check();
        $known = array_map(
            static fn(string $path): string => basename($path, '.php'),
            glob(database_path('migrations/*.php')) ?: [],
        );
        $unknown = array_values(array_diff((new Database($next, ''))->changes(), $known));
        if ($unknown !== []) {
            @unlink($next);
            throw DataRefused::newer($file, $unknown);
        }
        $copy = is_file($database->file) ? $database->copy('before-restore') : null;
        $database->takeThePlaceOf($next);
        $phones = config()->string('tornavis.phones');
        is_dir($phones) || @mkdir($phones, 0o700, true);
        array_map(unlink(...), glob("{$phones}/*.json") ?: []);
        foreach (array_keys($contents['entries']) as $name) {
            match (true) {
                $name === self::SETTINGS => self::extract($zip, $name, storage_path('.env')),
                $name === 'signing.key' => self::extract($zip, $name, storage_path('signing.key')),
                preg_match('#^phones/([A-Za-z0-9_-]{1,64}\.json)$#', $name, $part) === 1 => self::extract(
                    $zip,
                    $name,
                    "{$phones}/{$part[1]}",
                ),
                default => null,
            };
        }
        $cards = 0;
        foreach ($contents['cards'] as $name => $path) {
            if (
                str_ends_with($path, PackageInspector::CARD_SUFFIX) &&
                is_file(substr($path, 0, -strlen(PackageInspector::CARD_SUFFIX))) &&
                !is_file($path)
            ) {
                self::extract($zip, $name, $path);
                $cards++;
            }
        }

        return ['copy' => $copy, 'cards' => $cards, 'at' => $contents['at']];
    }

    /**
     * @return array<string, string> path by name in the backup
     */
    private static function others(): array
    {
        $files = [self::SETTINGS => storage_path('.env'), 'signing.key' => storage_path('signing.key')];
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

    private static function open(string $file, int $how): ZipArchive
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

    private static function sumOf(ZipArchive $zip, string $name): string
    {
        $stream = $zip->getStream($name);
        if ($stream === false) {
            return '';
        }
        $sum = hash_init('sha256');
        @hash_update_stream($sum, $stream, self::LARGEST_PART);

        return hash_final($sum);
    }

    private static function extract(ZipArchive $zip, string $name, string $to): void
    {
        $stream = $zip->getStream($name);
        $handle = @fopen("{$to}.part", 'wb');
        if (
            $stream === false ||
            $handle === false ||
            stream_copy_to_stream($stream, $handle) === false ||
            !fclose($handle) ||
            !@rename("{$to}.part", $to)
        ) {
            @unlink("{$to}.part");
            throw DataRefused::notWritten($to);
        }
        @chmod($to, 0o600);
    }
}

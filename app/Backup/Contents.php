<?php

declare(strict_types=1);

namespace App\Backup;

use App\Data\DataRefused;
use Tornavis\Core\Words\Moment;
use ZipArchive;

/**
 * The list of what a backup holds, as it stands in the backup: every entry with its sum, and where each card lay.
 * Nothing of it is believed before read() has looked at all of it.
 */
final readonly class Contents
{
    public const FORMAT = 'tornavis/backup';

    public const VERSION = 1;

    public const LIST = 'contents.json';

    public const DATABASE = 'tornavis.sqlite';

    public const SETTINGS = 'settings';

    public const KEY = 'signing.key';

    private const LARGEST_LIST_BYTES = 16 << 20;

    private const LARGEST_DATABASE_BYTES = 1 << 32;

    private const LARGEST_TEXT_BYTES = 16 << 20;

    private const NAMES =
        '#^(settings|signing\.key|tornavis\.sqlite|' . 'phones/[A-Za-z0-9_-]{1,64}\.json|cards/\d{1,9}\.json)$#';

    /**
     * @param  string  $at  ISO 8601
     * @param  array<string, string>  $entries  SHA-256 in hex by name
     * @param  array<string, string>  $cards  path by name of the entry
     * @param  array<string, int>  $sizes  in bytes, by name, as the zip states them
     */
    private function __construct(public string $at, public array $entries, public array $cards, public array $sizes) {}

    /** @throws DataRefused when it is no backup of this program, or one of another form */
    public static function read(ZipArchive $zip, string $file): self
    {
        $data = json_decode((string) $zip->getFromName(self::LIST, self::LARGEST_LIST_BYTES), true);
        if (!is_array($data) || ($data['format'] ?? null) !== self::FORMAT) {
            throw DataRefused::noBackup($file, 'it has no list of its contents');
        }
        if (is_int($data['version'] ?? null) && $data['version'] > self::VERSION) {
            throw DataRefused::noBackup($file, 'a newer version of this program made it');
        }
        $entries = self::texts($data['entries'] ?? null, '/^[0-9a-f]{64}$/');
        $cards = self::texts($data['cards'] ?? null, '#^/#');
        $at = $data['at'] ?? null;
        if ($entries === null || $cards === null || !is_string($at) || Moment::seconds($at) === null) {
            throw DataRefused::noBackup($file, 'the list of its contents is not as this program writes it');
        }
        if (!isset($entries[self::DATABASE]) || array_diff_key($cards, $entries) !== []) {
            throw DataRefused::noBackup(
                $file,
                'the list of its contents names no database, or cards that are not there',
            );
        }

        return new self($at, $entries, $cards, self::sizes($zip, $file, $entries));
    }

    public function bytes(): int
    {
        return array_sum($this->sizes);
    }

    /**
     * @param  array<string, string>  $entries
     * @return array<string, int>
     */
    private static function sizes(ZipArchive $zip, string $file, array $entries): array
    {
        $sizes = [];
        foreach (array_keys($entries) as $name) {
            if (preg_match(self::NAMES, $name) !== 1) {
                throw DataRefused::noBackup($file, 'it holds "' . mb_scrub($name) . '", which no backup has');
            }
            $size = $zip->statName($name)['size'] ?? throw DataRefused::noBackup($file, "{$name} is not in it");
            if ($size > ($name === self::DATABASE ? self::LARGEST_DATABASE_BYTES : self::LARGEST_TEXT_BYTES)) {
                throw DataRefused::noBackup($file, "{$name} would have {$size} bytes, which is more than can be");
            }
            $sizes[$name] = $size;
        }

        return $sizes;
    }

    /** @return ?array<string, string> null where it is no map of texts of this form */
    private static function texts(mixed $map, string $form): ?array
    {
        if (!is_array($map)) {
            return null;
        }
        $texts = [];
        foreach ($map as $name => $text) {
            if (!is_string($text) || preg_match($form, $text) !== 1) {
                return null;
            }
            $texts[(string) $name] = $text;
        }

        return $texts;
    }
}

<?php

declare(strict_types=1);

namespace App\Backup;

use App\Data\Database;
use App\Data\DataRefused;
use App\Models\Setting;
use Dotenv\Dotenv;
use Dotenv\Exception\ExceptionInterface;
use Illuminate\Filesystem\Filesystem;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\ReleaseCard;
use ZipArchive;

/**
 * Puts a backup, or a copy of the database, into the place of what is there.
 *
 * Everything is taken out into a folder of its own and looked at there; then all of it is exchanged, or nothing. The
 * folder and what lay there before are gone at the end, but for a copy of the database.
 */
final class Restore
{
    private const SPARE_BYTES = 16 << 20;

    private const FOLDER = 'restore-';

    private readonly string $folder;

    private function __construct(private readonly string $file)
    {
        $this->folder = storage_path(self::FOLDER . bin2hex(random_bytes(6)));
    }

    /**
     * @return array{copy: ?string, cards: int, left: int, at: ?string} where the copy is of what was there; cards that
     *     were put back, and those that were not, as the shelf has no such folder; when the backup was made
     *
     * @throws DataRefused when it cannot be used; then nothing was changed
     */
    public static function from(string $file): array
    {
        if (!is_file($file) || !is_readable($file)) {
            throw DataRefused::noBackup($file, 'there is no such file, or it cannot be read');
        }
        self::tidy();
        $restore = new self($file);
        try {
            mkdir($restore->folder, 0o700) && mkdir("{$restore->folder}/aside", 0o700);

            return Database::isOne($file) ? $restore->database() : $restore->backup();
        } finally {
            (new Filesystem())->deleteDirectory($restore->folder);
        }
    }

    /** Takes away what one that was ended in its middle has left. */
    private static function tidy(): void
    {
        foreach (glob(storage_path(self::FOLDER . '*'), GLOB_ONLYDIR) ?: [] as $left) {
            (new Filesystem())->deleteDirectory($left);
        }
        @unlink(Database::own()->file . '.restored');
    }

    /** @return array{copy: ?string, cards: int, left: int, at: ?string} */
    private function database(): array
    {
        $this->needRoom((int) filesize($this->file));
        $next = "{$this->folder}/" . Contents::DATABASE;
        (new Database($this->file, ''))->copyTo($next);
        (new Database($next, ''))->refuseForeign($this->file);

        return ['copy' => $this->exchange([], $next), 'cards' => 0, 'left' => 0, 'at' => null];
    }

    /** @return array{copy: ?string, cards: int, left: int, at: ?string} */
    private function backup(): array
    {
        $zip = Backup::open($this->file, ZipArchive::RDONLY);
        $contents = Contents::read($zip, $this->file);
        $this->needRoom($contents->bytes());
        mkdir("{$this->folder}/phones", 0o700);
        mkdir("{$this->folder}/cards", 0o700);
        foreach ($contents->entries as $name => $sum) {
            $this->takeOut($zip, $name, $contents->sizes[$name], $sum);
        }
        (new Database("{$this->folder}/" . Contents::DATABASE, ''))->refuseForeign($this->file);
        $this->refuseForeignTexts($contents);
        [$cards, $left] = $this->cards($contents);
        $changes = [config()->string('tornavis.phones') => "{$this->folder}/phones"];
        foreach (
            [Contents::SETTINGS => storage_path('.env'), Contents::KEY => storage_path('signing.key')]
            as $name => $to
        ) {
            isset($contents->entries[$name]) && ($changes[$to] = "{$this->folder}/{$name}");
        }
        $copy = $this->exchange($changes + $cards, "{$this->folder}/" . Contents::DATABASE);

        return ['copy' => $copy, 'cards' => count($cards), 'left' => $left, 'at' => $contents->at];
    }

    private function needRoom(int $bytes): void
    {
        $own = Database::own()->file;
        $copy = is_file($own) ? (int) filesize($own) : 0;
        $free = disk_free_space(storage_path());
        if ($free !== false && $free < $bytes + $copy + self::SPARE_BYTES) {
            throw DataRefused::noRoom(storage_path(), $bytes + $copy + self::SPARE_BYTES, (int) $free);
        }
    }

    /** What comes out is counted: an entry with more than it states is cut off there. */
    private function takeOut(ZipArchive $zip, string $name, int $bytes, string $sum): void
    {
        $to = "{$this->folder}/{$name}";
        $from = $zip->getStream($name);
        $handle = @fopen($to, 'wb');
        if ($from === false || $handle === false) {
            throw DataRefused::notWritten($to);
        }
        $written = stream_copy_to_stream($from, $handle, $bytes + 1);
        if ($written === false || !fflush($handle)) {
            throw DataRefused::notWritten($to);
        }
        fclose($handle);
        if ($written !== $bytes || hash_file('sha256', $to) !== $sum) {
            throw DataRefused::noBackup($this->file, "{$name} is not as it was written");
        }
        chmod($to, 0o600);
    }

    /** @throws DataRefused when settings or key are none: the program would not start with them */
    private function refuseForeignTexts(Contents $contents): void
    {
        $isRight = [
            Contents::SETTINGS => static function (string $text): bool {
                try {
                    return isset(Dotenv::parse($text)['APP_KEY']);
                } catch (ExceptionInterface) {
                    return false;
                }
            },
            Contents::KEY => static fn(string $text): bool => strlen((string) base64_decode($text, true)) ===
                SODIUM_CRYPTO_SIGN_SECRETKEYBYTES,
        ];
        foreach (array_intersect_key($isRight, $contents->entries) as $name => $check) {
            if (!$check((string) file_get_contents("{$this->folder}/{$name}"))) {
                throw DataRefused::noBackup($this->file, "{$name} is not what this program writes there");
            }
        }
    }

    /**
     * Cards that are missing beside a file of the shelf. A card goes to no other place, whatever the list says.
     *
     * @return array{array<string, string>, int} what comes by its place, and how many have no place here
     */
    private function cards(Contents $contents): array
    {
        $folders = array_map(realpath(...), self::folders());
        $cards = [];
        $left = 0;
        foreach ($contents->cards as $name => $path) {
            $file = substr($path, 0, -strlen(PackageInspector::CARD_SUFFIX));
            $isPlace =
                str_ends_with($path, PackageInspector::CARD_SUFFIX) &&
                realpath($file) === $file &&
                is_file($file) &&
                in_array(dirname($file), $folders, true);
            if ($isPlace && file_exists($path)) {
                continue;
            }
            if ($isPlace && $this->isCard($name)) {
                $cards[$path] = "{$this->folder}/{$name}";
            } else {
                $left++;
            }
        }

        return [$cards, $left];
    }

    /** @return list<string> the folders of the shelf, as far as there is a database that names them */
    private static function folders(): array
    {
        try {
            return [config()->string('tornavis.shelf'), ...Setting::folders()];
        } catch (\PDOException) {
            return [config()->string('tornavis.shelf')];
        }
    }

    private function isCard(string $name): bool
    {
        try {
            ReleaseCard::read("{$this->folder}/{$name}");
        } catch (FormatError) {
            return false;
        }

        return true;
    }

    /**
     * @param  array<string, string>  $changes  what comes by its place
     * @return ?string the copy of the database that was there
     */
    private function exchange(array $changes, string $next): ?string
    {
        $own = Database::own();
        $copy = is_file($own->file) ? $own->copy('before-restore') : null;
        $places = $own->inPlaceOf($next);
        Exchange::all($places + $changes, "{$this->folder}/aside");
        $own->leaveMark();

        return $copy;
    }
}

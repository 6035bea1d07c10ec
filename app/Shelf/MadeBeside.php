<?php

declare(strict_types=1);

namespace App\Shelf;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Words\PackageKind;

/**
 * A file that is made of another one and lies beside it: unpacked, expanded, or the image of one partition. Its card
 * says what the card of the other one says, as far as it still holds.
 */
final readonly class MadeBeside
{
    /** Left free on the disk. */
    private const SPARE_BYTES = 256 << 20;

    /** What still holds of an image by itself. */
    private const OF_ANY_IMAGE = [
        Field::FAMILY,
        Field::VERSION,
        Field::CODENAMES,
        Field::MODELS,
        Field::EXCLUDES,
        Field::CHIPSETS,
        Field::CARRIERS,
        Field::REGION,
        Field::ARCHITECTURE,
        Field::CHANNEL,
        Field::OFFICIAL,
    ];

    public string $path;

    /** @param  ?string  $partition  whose image is taken out; null where the whole file is unpacked */
    public function __construct(private Package $from, private ?string $partition = null)
    {
        $folder = dirname($from->path);
        $base = (string) preg_replace('/\.[a-z0-9]+$/i', '', $from->name());
        $this->path =
            $folder .
            '/' .
            match (true) {
                // The name comes out of the file and must not lead into another folder.
                $partition !== null => "{$base}-" . basename($partition) . '.img',
                $from->container === Container::Sparse => "{$base}-raw.img",
                $base !== '' && str_contains($base, '.') => $base,
                default => "{$base}.img",
            };
    }

    /**
     * @param  callable(int $doneBytes): void  $progress
     *
     * @throws PackageError|FormatError when it cannot be made; then nothing is left behind
     */
    public function make(IsolatedReader $reader, callable $progress): string
    {
        if (is_file($this->path)) {
            throw PackageError::notReadable($this->path, 'a file of this name is there already');
        }
        $needed = $this->neededBytes();
        $free = (int) @disk_free_space(dirname($this->path)) - self::SPARE_BYTES;
        if ($needed !== null && $needed > $free) {
            throw PackageError::noRoom($this->path, $needed);
        }
        $part = "{$this->path}.part";
        @unlink($part);
        try {
            $reader->extract(
                $this->from->path,
                $this->partition,
                $part,
                $progress,
                $needed ?? max(0, $free),
                $this->partition === null ? null : $this->from->imageFor($this->partition)?->entry,
            );
            $card = $this->card($part);
            if ($card !== null) {
                ReleaseCard::write($this->path, $card);
            }
            rename($part, $this->path);
        } catch (PackageError | FormatError $error) {
            @unlink($part);
            @unlink($this->path . PackageInspector::CARD_SUFFIX);

            throw $error;
        }

        return $this->path;
    }

    public function neededBytes(): ?int
    {
        return $this->partition === null
            ? $this->from->facts->int(Field::EXPANDED)
            : $this->from->imageFor($this->partition)?->sizeBytes;
    }

    /**
     * @return ?array<string, mixed> null where there is nothing to say
     */
    private function card(string $made): ?array
    {
        $kind = $this->partition === null ? $this->from->kind() : self::kindOfImage($made);
        if ($kind === null) {
            return null;
        }
        $file = ['name' => basename($this->path), 'sizeBytes' => (int) filesize($made)];
        // Its own sum is worth as much as that of the file that it was made of.
        $file += $this->from->integrity() === Integrity::Verified ? ['sha256' => Checksum::sha256($made)] : [];
        $build = $this->from->facts->text(Field::BUILD_ID);
        $version = $this->from->facts->text(Field::VERSION);
        // A verification image belongs to a firmware, whatever else is built of the same.
        $partOf = $kind === PackageKind::VerificationImage ? $version ?? $build : $build ?? $version;
        $image =
            $this->partition === null
                ? []
                : ['partition' => $this->partition] + ($partOf === null ? [] : ['partOf' => $partOf]);

        return ['format' => 'tornavis/release-card', 'version' => 1, 'file' => $file, 'kind' => $kind->value] +
            $image +
            ReleaseCard::fieldsOf($this->from, $this->partition === null ? null : self::OF_ANY_IMAGE);
    }

    private static function kindOfImage(string $path): PackageKind
    {
        $head = (string) file_get_contents($path, false, null, 0, strlen(VerificationReader::MAGIC));

        return $head === VerificationReader::MAGIC ? PackageKind::VerificationImage : PackageKind::PartitionImage;
    }
}

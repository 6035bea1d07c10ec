<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

use Tornavis\Core\Fact\Facts;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Package\Archive\CompressedReader;
use Tornavis\Core\Package\Archive\StockBundleReader;
use Tornavis\Core\Package\Image\BootImageReader;
use Tornavis\Core\Package\Image\DeviceTreeTableReader;
use Tornavis\Core\Package\Image\FileSystemReader;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\Image\SuperLayoutReader;
use Tornavis\Core\Package\Image\VendorBootImageReader;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\Payload\PayloadReader;
use Tornavis\Core\Package\Sum\ChecksumFiles;
use Tornavis\Core\Package\Zip\PayloadUpdateReader;
use Tornavis\Core\Package\Zip\ScriptedUpdateReader;
use Tornavis\Core\Package\Zip\ZipDirectory;

/** Says what a file is, from its content and from the release card beside it. */
final readonly class PackageInspector
{
    public const CARD_SUFFIX = '.card.json';

    /** 64 TiB: more than any phone holds, and small enough that thousands of them can be added up. */
    private const LARGEST_IMAGE_BYTES = 1 << 46;

    /**
     * @param  list<PackageReader>  $readers  asked in this order
     */
    public function __construct(private array $readers) {}

    public static function standard(): self
    {
        $plain = [
            new BootImageReader(),
            new VendorBootImageReader(),
            new DeviceTreeTableReader(),
            new SparseImageReader(),
            new VerificationReader(),
            new SuperLayoutReader(),
            new FileSystemReader(),
            new PayloadReader(),
            new StockBundleReader(),
        ];

        // What is most particular is asked first: every update zip is a zip, and a bundle is what is left of zips.
        return new self([
            new PayloadUpdateReader(),
            new ScriptedUpdateReader(),
            ...$plain,
            new CompressedReader($plain),
        ]);
    }

    /**
     * Reads a file without computing its checksum. The card is <file>.card.json where it exists.
     *
     * @throws PackageError when the file cannot be opened, read or trusted
     */
    public function inspect(string $path): Package
    {
        $bytes = Bytes::open($path);
        $reading = $this->reading($bytes);
        foreach ($reading->images as $image) {
            if ($image->sizeBytes < 0 || $image->sizeBytes > self::LARGEST_IMAGE_BYTES) {
                throw PackageError::hostile(
                    $path,
                    "image of {$image->partition}",
                    "The image claims {$image->sizeBytes} bytes",
                );
            }
        }
        [$card, $cardProblem] = $this->card($path, $bytes->size);
        $stated = Facts::of(
            ...array_map(PlainText::fact(...), [
                ...$reading->facts,
                ...$card?->facts() ?? [],
                ...ChecksumFiles::facts($path),
            ]),
        );
        $guess = $stated->best(PackageField::KIND) === null ? KindGuess::of($reading) : null;

        return new Package(
            $path,
            $bytes->size,
            $reading->container,
            $guess === null ? $stated : $stated->with($guess),
            array_map(PlainText::image(...), $reading->images),
            array_map(PlainText::of(...), $reading->notUnderstood),
            cardProblem: $cardProblem,
        );
    }

    /** The same, with the reason instead of an error where the file cannot be read: what its card says is kept. */
    public function describe(string $path): Package
    {
        try {
            return $this->inspect($path);
        } catch (PackageError $error) {
            return $this->beside($path, $error);
        } catch (\Throwable $fault) {
            return $this->beside($path, PackageError::fault($path, $fault->getMessage()));
        }
    }

    /** A file that cannot be read, with the reason, and with what its card and the lists beside it say. */
    public function beside(string $path, PackageError $error): Package
    {
        $size = is_file($path) ? (int) filesize($path) : 0;
        [$card] = $this->card($path, $size);

        $facts = array_map(PlainText::fact(...), [...$card?->facts() ?? [], ...ChecksumFiles::facts($path)]);

        return new Package($path, $size, null, Facts::of(...$facts), problem: $error->getMessage());
    }

    private function reading(Bytes $bytes): Reading
    {
        foreach ($this->readers as $reader) {
            if ($reader->recognises($bytes)) {
                return $reader->read($bytes);
            }
        }
        if (ZipDirectory::looksLikeOne($bytes)) {
            throw PackageError::noMetadata($bytes->path);
        }
        throw PackageError::unknownKind($bytes->path, bin2hex($bytes->head(8)));
    }

    /**
     * @return array{?ReleaseCard, ?string} the card, or why it cannot be used
     */
    private function card(string $path, int $sizeBytes): array
    {
        $file = $path . self::CARD_SUFFIX;
        if (!is_file($file)) {
            return [null, null];
        }
        try {
            $card = ReleaseCard::read($file);
            $card->refuseOtherFile($path, $sizeBytes);

            return [$card, null];
        } catch (FormatError $error) {
            return [null, $error->getMessage()];
        }
    }
}

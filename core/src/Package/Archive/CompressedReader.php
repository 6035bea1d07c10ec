<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Archive;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Image\BootImageReader;
use Tornavis\Core\Package\Image\DeviceTreeTableReader;
use Tornavis\Core\Package\Image\FileSystemReader;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\Image\SuperLayoutReader;
use Tornavis\Core\Package\Image\VendorBootImageReader;
use Tornavis\Core\Package\Image\VerificationReader;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\Payload\PayloadReader;
use Tornavis\Core\Package\Reading;
use Tornavis\Core\Package\WithoutWarnings;

/**
 * One file compressed by gzip, xz, bzip2 or lz4. Only its first part is unpacked, to say what is inside.
 *
 * gzip is read by PHP itself; xz, bzip2 and lz4 need the tools of these names (Debian: xz-utils, bzip2, lz4).
 * A file that is compressed twice is refused: no honest build is, and it is how small files hide large ones.
 */
final readonly class CompressedReader implements PackageReader
{
    /** magic → method and the tool that it needs, null for none */
    private const METHODS = [
        "\x1f\x8b" => ['gzip', null],
        "\xfd7zXZ\0" => ['xz', 'xz'],
        'BZh' => ['bzip2', 'bzip2'],
        "\x04\x22\x4d\x18" => ['lz4', 'lz4'],
        "\x02\x21\x4c\x18" => ['lz4', 'lz4'],
    ];

    private const LOOK_BYTES = 64 << 10;

    /**
     * @param  list<PackageReader>  $readers  that may find something inside
     */
    public function __construct(private array $readers) {}

    public function recognises(Bytes $bytes): bool
    {
        return self::method($bytes->head(8)) !== null;
    }

    public function read(Bytes $bytes): Reading
    {
        [$method, $tool] =
            self::method($bytes->head(8)) ?? throw PackageError::unknownKind($bytes->path, bin2hex($bytes->head(8)));
        $facts = [Fact::of(Field::COMPRESSION, $method, Source::File, 'compression header')];
        if ($tool !== null && !UnpackingTool::exists($tool)) {
            return new Reading(Container::Compressed, [
                ...$facts,
                Fact::of(Field::NEEDS_TOOL, $tool, Source::File, 'compression header'),
            ]);
        }
        $head =
            $tool === null
                ? self::gunzip($bytes)
                : UnpackingTool::head([...UnpackingTool::unpacking($tool), '--', $bytes->path], self::LOOK_BYTES);
        if ($head === '') {
            throw PackageError::malformed(
                $bytes->path,
                'byte 0',
                "The {$method} data cannot be unpacked",
                "an intact {$method} stream",
            );
        }
        if (self::method($head) !== null) {
            throw PackageError::hostile($bytes->path, 'byte 0', 'The file is compressed twice');
        }
        $size = self::unpackedBytes($bytes, $method, strlen($head));
        if ($size !== null) {
            $facts[] = Fact::of(Field::EXPANDED, $size, Source::File, 'compression header');
        }
        $inside = Bytes::ofString($head, $bytes->path);
        $facts[] = Fact::of(Field::INSIDE, $this->inside($inside), Source::File, 'its first part, unpacked');

        return new Reading(Container::Compressed, $facts);
    }

    private function inside(Bytes $head): string
    {
        foreach ($this->readers as $reader) {
            if ($reader->recognises($head)) {
                $container = match ($reader::class) {
                    FileSystemReader::class => Container::FileSystem,
                    SparseImageReader::class => Container::Sparse,
                    BootImageReader::class => Container::BootImage,
                    VendorBootImageReader::class => Container::VendorBootImage,
                    DeviceTreeTableReader::class => Container::DeviceTreeTable,
                    VerificationReader::class => Container::Verification,
                    SuperLayoutReader::class => Container::Super,
                    PayloadReader::class => Container::Payload,
                    default => Container::TarBundle,
                };

                return $container->value;
            }
        }

        return 'of no kind that is read here';
    }

    /**
     * @return ?array{string, ?string}
     */
    private static function method(string $head): ?array
    {
        foreach (self::METHODS as $magic => $method) {
            if (str_starts_with($head, $magic)) {
                return $method;
            }
        }

        return null;
    }

    /**
     * @return ?array{string, ?string} what it is compressed by, and the tool that this needs; null where it is not
     */
    public static function methodOf(Bytes $bytes): ?array
    {
        return self::method($bytes->head(8));
    }

    private static function gunzip(Bytes $bytes): string
    {
        $context = inflate_init(ZLIB_ENCODING_GZIP);
        if ($context === false) {
            return '';
        }
        $packed = $bytes->read(0, min($bytes->size, self::LOOK_BYTES));
        $out = WithoutWarnings::call(static fn(): string|false => inflate_add($context, substr($packed, 0, 4096)));

        return $out === false ? '' : substr($out, 0, self::LOOK_BYTES);
    }

    /** What it unpacks to, where the format states it; the first part alone where it is all. */
    private static function unpackedBytes(Bytes $bytes, string $method, int $seen): ?int
    {
        if ($method === 'gzip' && $bytes->size > 18) {
            /** @var array{size: int} $trailer */
            $trailer = unpack('Vsize', $bytes->read($bytes->size - 4, 4));

            // The field holds the size modulo 4 GiB.
            return $trailer['size'] >= $seen || $bytes->size < 1 << 20 ? $trailer['size'] : null;
        }
        if ($method === 'xz') {
            $totals =
                preg_match(
                    '/^totals\t(?:[^\t]*\t){3}(\d+)\t/m',
                    UnpackingTool::head(
                        ['xz', '--robot', '--list', '--memlimit=' . UnpackingTool::MOST_MEMORY, '--', $bytes->path],
                        4096,
                    ),
                    $part,
                ) === 1
                    ? (int) $part[1]
                    : null;

            return $totals;
        }

        return $seen < self::LOOK_BYTES ? $seen : null;
    }
}

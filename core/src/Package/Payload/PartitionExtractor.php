<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Tornavis\Core\Package\Archive\UnpackingTool;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\WithoutWarnings;
use Tornavis\Core\Package\Zip\PayloadUpdateReader;
use Tornavis\Core\Package\Zip\ZipDirectory;
use Tornavis\Wire\Extent;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\InstallOperation\Type;

/** Takes the image of one partition out of a full payload, block by block, and checks its hash. */
final readonly class PartitionExtractor
{
    /** Makers of payloads work in pieces of 2 MiB. */
    private const MOST_OPERATION_BYTES = 16 << 20;

    private function __construct(private Payload $payload, private string $path) {}

    /** @throws PackageError when the file is no payload and holds none */
    public static function of(string $path): self
    {
        $bytes = Bytes::open($path);
        if (Payload::looksLikeOne($bytes)) {
            return new self(Payload::of($bytes, 'payload'), $path);
        }
        $zip = ZipDirectory::of($bytes);
        $entry = $zip->find(PayloadUpdateReader::ENTRY) ?? throw PackageError::noMetadata($path);

        return new self(Payload::of($zip->stored($entry), PayloadUpdateReader::ENTRY), $path);
    }

    /**
     * Writes the image to a file of its own.
     *
     * @param  ?callable(int $doneBytes, int $sizeBytes): void  $progress
     * @return int its size in bytes
     *
     * @throws PackageError when there is no such partition, its data needs the old image, or the result has another
     *     hash
     */
    public function extract(string $partition, string $to, ?callable $progress = null): int
    {
        $manifest = $this->payload->manifest();
        $block = $manifest->blockBytes;
        $update = $this->find($manifest, $partition);
        $size = $update->sizeBytes ?? 0;
        $handle = fopen($to, 'w+b') ?: throw PackageError::notReadable($to, 'it cannot be written');
        try {
            if (!WithoutWarnings::call(static fn(): bool => ftruncate($handle, max(0, $size)))) {
                throw PackageError::noRoom($to, $size);
            }
            $done = 0;
            $number = -1;
            foreach ($manifest->operations($update) as $operation) {
                $number++;
                $data = $this->unpack($operation, $partition, $number);
                foreach ($operation->getDstExtents() as $extent) {
                    /** @var Extent $extent */
                    [$start, $length] = $this->place($extent, $block, $size, "{$partition}, operation {$number}");
                    if ($data !== null) {
                        fseek($handle, $start);
                        $piece = substr($data, 0, $length);
                        if (
                            WithoutWarnings::call(static fn(): int|false => fwrite($handle, $piece)) !== strlen($piece)
                        ) {
                            throw PackageError::noRoom($to, $size);
                        }
                        $data = substr($data, $length);
                    }
                    $done += $length;
                }
                $progress === null ?: $progress($done, $size);
            }
            $this->refuseWrongHash($handle, $partition, $update->hash);
        } catch (PackageError $error) {
            unlink($to);

            throw $error;
        } finally {
            fclose($handle);
        }

        return $size;
    }

    /**
     * The first bytes of each small partition, as the payload writes them.
     *
     * @param  int  $most  bytes of a partition that counts as small
     * @return \Generator<string, ?string> by name; null where they cannot be read without the older image
     */
    public static function smallHeads(Payload $payload, string $path, int $most): \Generator
    {
        $extractor = new self($payload, $path);
        $manifest = $payload->manifest();
        foreach ($manifest->partitions as $partition) {
            if (($partition->sizeBytes ?? PHP_INT_MAX) > $most) {
                continue;
            }
            foreach ($manifest->operations($partition) as $operation) {
                try {
                    yield $partition->name => $extractor->unpack($operation, $partition->name, 0);
                } catch (PackageError) {
                    yield $partition->name => null;
                }
                break;
            }
        }
    }

    private function find(Manifest $manifest, string $name): ManifestPartition
    {
        $there = implode(', ', array_keys($manifest->partitions));

        return $manifest->partitions[$name] ??
            throw PackageError::malformed(
                $this->path,
                "partition {$name}",
                'The payload holds no such partition',
                "one of {$there}",
            );
    }

    /**
     * @return array{int, int} first byte and number of bytes, inside the partition
     */
    private function place(Extent $extent, int $block, int $size, string $where): array
    {
        $first = (int) $extent->getStartBlock();
        $blocks = (int) $extent->getNumBlocks();
        $most = intdiv($size + $block - 1, $block);
        if (
            $first < 0 ||
            $blocks < 0 ||
            $first > $most ||
            $blocks > $most - $first ||
            ($first + $blocks) * $block > $size
        ) {
            throw PackageError::malformed(
                $this->path,
                $where,
                "It writes {$blocks} blocks at block {$first} of a partition of {$size} bytes",
                'blocks inside the partition',
            );
        }

        return [$first * $block, $blocks * $block];
    }

    /** The bytes that an operation writes; null where it writes zeros. */
    private function unpack(InstallOperation $operation, string $partition, int $number): ?string
    {
        $where = "{$partition}, operation {$number}";
        if ($operation->getType() === Type::ZERO) {
            return null;
        }
        $length = (int) $operation->getDataLength();
        if ($length > self::MOST_OPERATION_BYTES) {
            throw PackageError::hostile($this->path, $where, "The operation claims {$length} bytes of data");
        }
        $data = $this->payload->data((int) $operation->getDataOffset(), $length);
        if (
            $operation->getDataSha256Hash() !== '' &&
            !hash_equals($operation->getDataSha256Hash(), hash('sha256', $data, true))
        ) {
            throw PackageError::malformed(
                $this->path,
                $where,
                'The data of the operation does not have its hash',
                'the SHA-256 that the manifest states',
            );
        }
        [$tool, $out] = match ($operation->getType()) {
            Type::REPLACE => ['', $data],
            Type::REPLACE_XZ => [
                'xz',
                UnpackingTool::filter(UnpackingTool::unpacking('xz'), $data, self::MOST_OPERATION_BYTES),
            ],
            Type::REPLACE_BZ => [
                'bzip2',
                UnpackingTool::filter(UnpackingTool::unpacking('bzip2'), $data, self::MOST_OPERATION_BYTES),
            ],
            default => throw PackageError::malformed(
                $this->path,
                $where,
                "The operation (type {$operation->getType()}) builds on the image of an older build",
                'a full payload',
            ),
        };

        return $out ??
            throw PackageError::malformed(
                $this->path,
                $where,
                "The data cannot be unpacked with {$tool}",
                "an intact stream, and the tool {$tool} installed",
            );
    }

    /**
     * @param  resource  $handle
     */
    private function refuseWrongHash($handle, string $partition, string $wanted): void
    {
        $hash = hash_init('sha256');
        rewind($handle);
        hash_update_stream($hash, $handle);
        $has = hash_final($hash, true);
        if ($wanted !== '' && !hash_equals($wanted, $has)) {
            throw PackageError::malformed(
                $this->path,
                "partition {$partition}",
                'The image that comes out has the SHA-256 ' . bin2hex($has),
                bin2hex($wanted) . ' as the manifest states',
            );
        }
    }
}

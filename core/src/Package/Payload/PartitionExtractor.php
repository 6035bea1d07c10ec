<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Tornavis\Core\Package\Archive\Tool;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\Zip\PayloadUpdateReader;
use Tornavis\Core\Package\Zip\ZipDirectory;
use Tornavis\Wire\Extent;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\InstallOperation\Type;
use Tornavis\Wire\PartitionUpdate;

/** Takes the image of one partition out of a full payload, block by block, and checks its hash. */
final readonly class PartitionExtractor
{
    private const MOST_OPERATION_BYTES = 64 << 20;

    private function __construct(private Payload $payload, private string $path)
    {
    }

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
     * @throws PackageError when there is no such partition, its data needs the old image, or the result has another hash
     */
    public function extract(string $partition, string $to, ?callable $progress = null): int
    {
        $manifest = $this->payload->manifest();
        $block = $manifest->getBlockSize() ?: 4096;
        $update = $this->find($manifest->getPartitions(), $partition);
        $size = (int) $update->getNewPartitionInfo()?->getSize();
        $handle = fopen($to, 'w+b') ?: throw PackageError::notReadable($to, 'it cannot be written');
        try {
            ftruncate($handle, max(0, $size));
            $done = 0;
            $number = -1;
            /** @var InstallOperation $operation */
            foreach ($update->getOperations() as $operation) {
                $number++;
                $data = $this->unpack($operation, $partition, $number);
                foreach ($operation->getDstExtents() as $extent) {
                    /** @var Extent $extent */
                    $start = (int) $extent->getStartBlock() * $block;
                    $length = (int) $extent->getNumBlocks() * $block;
                    if ($start < 0 || $length < 0 || $start + $length > $size) {
                        throw PackageError::malformed($this->path, "{$partition}, operation {$number}", "It writes {$length} bytes at {$start} of {$size}", 'blocks inside the partition');
                    }
                    if ($data !== null) {
                        fseek($handle, $start);
                        fwrite($handle, substr($data, 0, $length));
                        $data = substr($data, $length);
                    }
                    $done += $length;
                }
                $progress === null ?: $progress($done, $size);
            }
            $this->refuseWrongHash($handle, $partition, (string) $update->getNewPartitionInfo()?->getHash());
        } catch (PackageError $error) {
            unlink($to);

            throw $error;
        } finally {
            fclose($handle);
        }

        return $size;
    }

    /**
     * @param  iterable<PartitionUpdate>  $partitions
     */
    private function find(iterable $partitions, string $name): PartitionUpdate
    {
        $there = [];
        foreach ($partitions as $update) {
            if ($update->getPartitionName() === $name) {
                return $update;
            }
            $there[] = $update->getPartitionName();
        }

        throw PackageError::malformed($this->path, "partition {$name}", 'The payload holds no such partition', 'one of '.implode(', ', $there));
    }

    /** The bytes that an operation writes; null where it writes zeros. */
    private function unpack(InstallOperation $operation, string $partition, int $number): ?string
    {
        $where = "{$partition}, operation {$number}";
        if ($operation->getType() === Type::ZERO) {
            return null;
        }
        $data = $this->payload->data((int) $operation->getDataOffset(), (int) $operation->getDataLength());
        if ($operation->getDataSha256Hash() !== '' && ! hash_equals($operation->getDataSha256Hash(), hash('sha256', $data, true))) {
            throw PackageError::malformed($this->path, $where, 'The data of the operation does not have its hash', 'the SHA-256 that the manifest states');
        }
        [$tool, $out] = match ($operation->getType()) {
            Type::REPLACE => ['', $data],
            Type::REPLACE_XZ => ['xz', Tool::filter(['xz', '-dc'], $data, self::MOST_OPERATION_BYTES)],
            Type::REPLACE_BZ => ['bzip2', Tool::filter(['bzip2', '-dc'], $data, self::MOST_OPERATION_BYTES)],
            default => throw PackageError::malformed($this->path, $where, "The operation (type {$operation->getType()}) builds on the image of an older build", 'a full payload'),
        };

        return $out ?? throw PackageError::malformed($this->path, $where, "The data cannot be unpacked with {$tool}", "an intact stream, and the tool {$tool} installed");
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
        if ($wanted !== '' && ! hash_equals($wanted, $has)) {
            throw PackageError::malformed($this->path, "partition {$partition}", 'The image that comes out has the SHA-256 '.bin2hex($has), bin2hex($wanted).' as the manifest states');
        }
    }
}

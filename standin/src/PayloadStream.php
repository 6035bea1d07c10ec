<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

use Google\Protobuf\Internal\GPBDecodeException;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\Manifest;
use Tornavis\Wire\PartitionUpdate;

/**
 * A payload as a recovery reads it: once from its beginning to its end, each piece compared with its hash, and no
 * more of it in memory than a piece of a megabyte and the beginning of each image.
 *
 * Source: the payload container's published layout: 24 bytes of header with the sizes of manifest and signature
 * (big-endian), the manifest, the signature, the data.
 */
final class PayloadStream
{
    private const HEADER_BYTES = 24;

    private const HEAD_BYTES = 64 << 10;

    private const PIECE_BYTES = 1 << 20;

    /** No honest manifest is larger. */
    private const LARGEST_MANIFEST = 64 << 20;

    /** @var array<string, string> the beginning of each image, by partition */
    private array $heads = [];

    private int $at = 0;

    /** @param  resource  $stream */
    public function __construct(private $stream) {}

    /**
     * @return array{array<string, array{label: array<string, mixed>, sizeBytes: int}>, int} images by partition, and
     *     the bytes that they take
     *
     * @throws RefusedError with the status that a recovery would show
     */
    public function images(Labels $labels): array
    {
        [$manifest, $begins] = $this->manifest();
        $images = [];
        $bytes = 0;
        $pieces = [];
        /** @var PartitionUpdate $partition */
        foreach ($manifest->getPartitions() as $partition) {
            if ($partition->hasOldPartitionInfo()) {
                throw new RefusedError(RefusedError::FOREIGN, 'The update expects another build underneath.');
            }
            $name = $partition->getPartitionName();
            $size = (int) $partition->getNewPartitionInfo()?->getSize();
            $images[$name] = ['label' => [], 'sizeBytes' => $size];
            $bytes += $size;
            /** @var InstallOperation $operation */
            foreach ($partition->getOperations() as $operation) {
                if ($operation->getDataLength() > 0) {
                    $pieces[] = [(int) $operation->getDataOffset(), $operation, $name];
                }
            }
        }
        usort($pieces, static fn(array $a, array $b): int => $a[0] <=> $b[0]);
        foreach ($pieces as [$offset, $operation, $name]) {
            $this->compare($begins + $offset, $operation, $name);
        }
        foreach (array_keys($images) as $name) {
            $images[$name]['label'] = $labels->of($this->heads[$name] ?? '', $name) ?? [];
        }

        return [$images, $bytes];
    }

    /**
     * @return array{Manifest, int} with where the data begins
     */
    private function manifest(): array
    {
        $header = $this->read(self::HEADER_BYTES);
        if (strlen($header) < self::HEADER_BYTES) {
            throw new RefusedError(RefusedError::BROKEN, 'The payload cannot be read.');
        }
        /** @var array{manifest: int, signature: int} $sizes */
        $sizes = unpack('Jmanifest/Nsignature', $header, 12);
        if ($sizes['manifest'] > self::LARGEST_MANIFEST || $sizes['manifest'] < 0) {
            throw new RefusedError(RefusedError::BROKEN, 'The payload cannot be read.');
        }
        $manifest = new Manifest();
        try {
            $manifest->mergeFromString($this->read($sizes['manifest']));
        } catch (GPBDecodeException) {
            throw new RefusedError(RefusedError::BROKEN, 'The payload cannot be read.');
        }

        return [$manifest, self::HEADER_BYTES + $sizes['manifest'] + $sizes['signature']];
    }

    private function compare(int $from, InstallOperation $operation, string $name): void
    {
        while ($this->at < $from && $this->read(min(self::PIECE_BYTES, $from - $this->at)) !== '') {
            // What lies between two pieces is nobody's.
        }
        $hash = hash_init('sha256');
        for ($left = (int) $operation->getDataLength(); $left > 0; $left -= strlen($piece)) {
            $piece = $this->read(min(self::PIECE_BYTES, $left));
            if ($piece === '') {
                break;
            }
            hash_update($hash, $piece);
            $wanted = self::HEAD_BYTES - strlen($this->heads[$name] ?? '');
            if ($wanted > 0) {
                $this->heads[$name] = ($this->heads[$name] ?? '') . substr($piece, 0, $wanted);
            }
        }
        if (hash_final($hash, true) !== $operation->getDataSha256Hash()) {
            throw new RefusedError(RefusedError::BROKEN, "The data of {$name} does not have its hash.");
        }
    }

    private function read(int $bytes): string
    {
        $read = $bytes > 0 ? (string) @stream_get_contents($this->stream, $bytes) : '';
        $this->at += strlen($read);

        return $read;
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Google\Protobuf\Internal\GPBDecodeException;
use Google\Protobuf\Internal\Message;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Wire\DynamicPartitionGroup;
use Tornavis\Wire\Manifest;
use Tornavis\Wire\ManifestOutline;
use Tornavis\Wire\PartitionOutline;

/**
 * A payload container.
 *
 * Header, big-endian: magic, 8 bytes major version, 8 bytes manifest size, 4 bytes size of the
 * manifest's signature; then manifest, signature and data. Source: the open platform's payload description, major version 2.
 */
final readonly class Payload
{
    public const MAGIC = 'CrAU';

    public const HEADER_BYTES = 24;

    private const MOST_MANIFEST_BYTES = 32 << 20;

    /** What the manifest is called on screens and in messages. */
    private const WHERE = 'payload manifest';

    private function __construct(private Bytes $bytes, private int $manifestBytes, private int $signatureBytes)
    {
    }

    public static function looksLikeOne(Bytes $bytes): bool
    {
        return $bytes->head(4) === self::MAGIC;
    }

    /**
     * @param  string  $entry  for messages: where in the file the payload lies
     *
     * @throws PackageError
     */
    public static function of(Bytes $bytes, string $entry): self
    {
        if ($bytes->size < self::HEADER_BYTES || ! self::looksLikeOne($bytes)) {
            throw PackageError::malformed($bytes->path, "{$entry}, byte 0", 'The payload does not begin with its magic', self::MAGIC);
        }
        /** @var array{version: int, manifest: int, signature: int} $header */
        $header = unpack('Jversion/Jmanifest/Nsignature', $bytes->read(4, 20));
        if ($header['version'] !== 2) {
            throw PackageError::malformed($bytes->path, "{$entry}, byte 4", "The payload has major version {$header['version']}", 'major version 2');
        }
        if ($header['manifest'] < 0 || $header['manifest'] > self::MOST_MANIFEST_BYTES || $header['manifest'] + $header['signature'] > $bytes->size - self::HEADER_BYTES) {
            throw PackageError::malformed($bytes->path, "{$entry}, byte 12", "The manifest claims {$header['manifest']} bytes", 'a manifest that fits into the payload');
        }

        return new self($bytes, $header['manifest'], $header['signature']);
    }

    /**
     * @return array{list<Fact>, list<PartitionImage>}
     */
    public function outline(): array
    {
        $manifest = $this->decode(new ManifestOutline);
        $images = [];
        $delta = false;
        /** @var PartitionOutline $partition */
        foreach ($manifest->getPartitions() as $partition) {
            $info = $partition->getNewPartitionInfo();
            $delta = $delta || $partition->hasOldPartitionInfo();
            $images[] = new PartitionImage($partition->getPartitionName(), max(0, (int) $info?->getSize()), $info === null ? null : bin2hex($info->getHash()));
        }
        $names = array_map(static fn (PartitionImage $image): string => $image->partition, $images);
        sort($names);
        $facts = [
            Fact::of(Field::WRITES, $names, Source::File, self::WHERE),
            Fact::of(Field::UPDATE_TYPE, $delta ? 'incremental' : 'full', Source::File, self::WHERE),
            Fact::of(Field::PAYLOAD_VERSION, 2, Source::File, self::WHERE),
            Fact::of(Field::MINOR_VERSION, $manifest->getMinorVersion(), Source::File, self::WHERE),
            Fact::of(Field::SIGNED, $this->signatureBytes > 0, Source::File, 'payload header'),
        ];
        if (in_array('system', $names, true)) {
            $facts[] = Fact::of(Field::KIND, 'build', Source::File, self::WHERE);
        }
        if ($manifest->hasMaxTimestamp()) {
            $facts[] = Fact::of(Field::BUILD_TIME, (int) $manifest->getMaxTimestamp(), Source::File, self::WHERE);
        }
        $groups = [];
        /** @var DynamicPartitionGroup $group */
        foreach ($manifest->getDynamicPartitionMetadata()?->getGroups() ?? [] as $group) {
            $groups[] = "{$group->getName()} {$group->getSize()}";
        }
        if ($groups !== []) {
            $facts[] = Fact::of(Field::GROUPS, $groups, Source::File, self::WHERE);
        }

        return [$facts, $images];
    }

    /** The manifest with every operation; slower than the outline. */
    public function manifest(): Manifest
    {
        return $this->decode(new Manifest);
    }

    /** A piece of the data that the operations name. */
    public function data(int $offset, int $length): string
    {
        return $this->bytes->read(self::HEADER_BYTES + $this->manifestBytes + $this->signatureBytes + $offset, $length);
    }

    /**
     * @template T of Message
     *
     * @param  T  $into
     * @return T
     */
    private function decode(Message $into): Message
    {
        try {
            $into->mergeFromString($this->bytes->read(self::HEADER_BYTES, $this->manifestBytes));
        } catch (GPBDecodeException $e) {
            throw PackageError::malformed($this->bytes->path, 'payload, byte '.self::HEADER_BYTES, 'The manifest cannot be read: '.$e->getMessage(), 'a manifest in the open payload format');
        }

        return $into;
    }
}

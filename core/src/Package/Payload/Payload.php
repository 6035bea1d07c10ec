<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Payload;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Image\RollbackIndexes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Words\PackageKind;

/**
 * A payload container.
 *
 * Header, big-endian: magic, 8 bytes major version, 8 bytes manifest size, 4 bytes size of the
 * manifest's signature; then manifest, signature and data. Source: the open platform's payload description, major
 * version 2.
 */
final readonly class Payload
{
    public const MAGIC = 'CrAU';

    public const HEADER_BYTES = 24;

    /** A full build has some thousand operations of about a hundred bytes each. */
    private const MOST_MANIFEST_BYTES = 32 << 20;

    /** What the manifest is called on screens and in messages. */
    private const WHERE = 'payload manifest';

    private function __construct(private Bytes $bytes, private int $manifestBytes, private int $signatureBytes) {}

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
        if ($bytes->size < self::HEADER_BYTES || !self::looksLikeOne($bytes)) {
            throw PackageError::malformed(
                $bytes->path,
                "{$entry}, byte 0",
                'The payload does not begin with its magic',
                self::MAGIC,
            );
        }
        /** @var array{version: int, manifest: int, signature: int} $header */
        $header = unpack('Jversion/Jmanifest/Nsignature', $bytes->read(4, 20));
        if ($header['version'] !== 2) {
            throw PackageError::malformed(
                $bytes->path,
                "{$entry}, byte 4",
                "The payload has major version {$header['version']}",
                'major version 2',
            );
        }
        if (
            $header['manifest'] < 0 ||
            $header['manifest'] > self::MOST_MANIFEST_BYTES ||
            $header['manifest'] + $header['signature'] > $bytes->size - self::HEADER_BYTES
        ) {
            throw PackageError::malformed(
                $bytes->path,
                "{$entry}, byte 12",
                "The manifest claims {$header['manifest']} bytes",
                'a manifest that fits into the payload',
            );
        }

        return new self($bytes, $header['manifest'], $header['signature']);
    }

    /**
     * @return array{list<Fact>, list<PartitionImage>}
     */
    public function outline(): array
    {
        $manifest = $this->manifest();
        $images = [];
        $delta = false;
        foreach ($manifest->partitions as $partition) {
            $delta = $delta || $partition->fromOld;
            $images[] = new PartitionImage(
                $partition->name,
                max(0, $partition->sizeBytes ?? 0),
                $partition->sizeBytes === null ? null : bin2hex($partition->hash),
            );
        }
        $names = array_map(static fn(PartitionImage $image): string => $image->partition, $images);
        sort($names);
        $facts = [
            Fact::of(Field::WRITES, $names, Source::File, self::WHERE),
            Fact::of(Field::UPDATE_TYPE, $delta ? 'incremental' : 'full', Source::File, self::WHERE),
            Fact::of(Field::PAYLOAD_VERSION, 2, Source::File, self::WHERE),
            Fact::of(Field::MINOR_VERSION, $manifest->minorVersion, Source::File, self::WHERE),
            Fact::of(Field::SIGNED, $this->signatureBytes > 0, Source::File, 'payload header'),
        ];
        if (in_array('system', $names, true)) {
            $facts[] = Fact::of(Field::KIND, PackageKind::Build->value, Source::File, self::WHERE);
        }
        if ($manifest->maxTimestamp !== null) {
            $facts[] = Fact::of(Field::BUILD_TIME, $manifest->maxTimestamp, Source::File, self::WHERE);
        }
        $index = RollbackIndexes::fact(
            PartitionExtractor::smallHeads($this, $this->bytes->path, RollbackIndexes::LARGEST_IMAGE),
        );
        if ($index !== null) {
            $facts[] = $index;
        }
        $groups = array_map(static fn(array $group): string => "{$group[0]} {$group[1]}", $manifest->groups);
        if ($groups !== []) {
            $facts[] = Fact::of(Field::GROUPS, $groups, Source::File, self::WHERE);
        }
        $logical = self::logical($manifest);
        if ($logical !== []) {
            $facts[] = Fact::of(Field::LOGICAL, $logical, Source::File, self::WHERE);
        }
        if ($manifest->merges !== null) {
            $facts[] = Fact::of(Field::MERGES, $manifest->merges, Source::File, self::WHERE);
        }

        return [$facts, $images];
    }

    /**
     * @return list<string> "name bytes group" of what goes into super
     */
    private static function logical(Manifest $manifest): array
    {
        $logical = [];
        foreach ($manifest->groups as [$group, , $names]) {
            foreach ($names as $name) {
                $bytes = max(0, $manifest->partitions[$name]->sizeBytes ?? 0);
                $logical[] = "{$name} {$bytes} {$group}";
            }
        }

        return $logical;
    }

    /** @throws PackageError when it is damaged */
    public function manifest(): Manifest
    {
        return Manifest::read(
            $this->bytes->read(self::HEADER_BYTES, $this->manifestBytes),
            $this->bytes->path,
            self::WHERE,
        );
    }

    /** A piece of the data that the operations name. */
    public function data(int $offset, int $length): string
    {
        return $this->bytes->read(self::HEADER_BYTES + $this->manifestBytes + $this->signatureBytes + $offset, $length);
    }
}

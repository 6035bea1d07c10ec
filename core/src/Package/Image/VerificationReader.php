<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Image;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Package\Reading;

/**
 * A verification header: what the bootloader checks images against, big-endian.
 *
 * 256 bytes of header, then an authentication block and an auxiliary block with descriptors.
 * Source: the open platform's verified boot header, major version 1.
 */
final class VerificationReader implements PackageReader
{
    public const MAGIC = 'AVB0';

    public const HEADER_BYTES = 256;

    public const HASH = 2;

    public const HASH_TREE = 1;

    public const CHAIN = 4;

    public const ALGORITHMS = [
        'none',
        'SHA256_RSA2048',
        'SHA256_RSA4096',
        'SHA256_RSA8192',
        'SHA512_RSA2048',
        'SHA512_RSA4096',
        'SHA512_RSA8192',
    ];

    private const MOST_DESCRIPTOR_BYTES = 1 << 20;

    public function recognises(Bytes $bytes): bool
    {
        return $bytes->head(4) === self::MAGIC;
    }

    public function read(Bytes $bytes): Reading
    {
        /** @var array{major: int, minor: int, auth: int, aux: int, algorithm: int} $h */
        $h = unpack('Nmajor/Nminor/Jauth/Jaux/Nalgorithm', $bytes->read(4, 28));
        if ($h['major'] !== 1) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 4',
                "The verification header has major version {$h['major']}",
                'major version 1',
            );
        }
        /** @var array{offset: int, size: int, rollback: int, flags: int} $d */
        $d = unpack('Joffset/Jsize/Jrollback/Nflags', $bytes->read(96, 28));
        if (
            $h['auth'] < 0 ||
            $h['aux'] < 0 ||
            $h['auth'] > $bytes->size ||
            $h['aux'] > $bytes->size ||
            self::HEADER_BYTES + $h['auth'] + $h['aux'] > $bytes->size
        ) {
            throw PackageError::truncated(
                $bytes->path,
                self::HEADER_BYTES,
                max(0, min($h['auth'], $bytes->size)) + max(0, min($h['aux'], $bytes->size)),
                $bytes->size,
            );
        }
        if (
            $d['offset'] < 0 ||
            $d['size'] < 0 ||
            $d['size'] > self::MOST_DESCRIPTOR_BYTES ||
            $d['offset'] + $d['size'] > $h['aux']
        ) {
            throw PackageError::malformed(
                $bytes->path,
                'byte 96',
                "The descriptors claim {$d['size']} bytes at {$d['offset']} of {$h['aux']}",
                'descriptors inside the auxiliary block',
            );
        }
        $hashes = [];
        $trees = [];
        $chained = [];
        $releaseText = BootHeader::text($bytes->read(128, 48));
        foreach (
            self::descriptors($bytes, self::HEADER_BYTES + $h['auth'] + $d['offset'], $d['size'])
            as [$tag, $body]
        ) {
            match ($tag) {
                self::HASH => ($hashes[] = self::hash($body)),
                self::HASH_TREE => ($trees[] = self::treeOf($body)),
                self::CHAIN => ($chained[] = self::chainOf($body)),
                default => null,
            };
        }
        $facts = [
            Fact::of(Field::PARTITION, 'verify', Source::Assumed, 'where such a header mostly goes'),
            Fact::of(
                Field::ALGORITHM,
                self::ALGORITHMS[$h['algorithm']] ?? "number {$h['algorithm']}",
                Source::File,
                'verification header',
            ),
            // Counted without a sign; what is beyond the numbers here is as high as they go.
            Fact::of(
                Field::ROLLBACK_INDEX,
                $d['rollback'] < 0 ? PHP_INT_MAX : $d['rollback'],
                Source::File,
                'verification header',
            ),
            Fact::of(Field::VERIFICATION_OFF, ($d['flags'] & 3) !== 0, Source::File, 'verification header'),
            Fact::of(
                Field::HASHED,
                self::named([
                    ...array_map(static fn(?array $one): string => $one['partition'] ?? '', $hashes),
                    ...$trees,
                ]),
                Source::File,
                'descriptors',
            ),
            Fact::of(Field::CHAINED, self::named($chained), Source::File, 'descriptors'),
        ];
        if ($releaseText !== null) {
            $facts[] = Fact::of(Field::MADE_BY, $releaseText, Source::File, 'verification header');
        }

        return new Reading(Container::Verification, $facts, [new PartitionImage('verify', $bytes->size)]);
    }

    /**
     * @param  list<string>  $names
     * @return list<string>
     */
    private static function named(array $names): array
    {
        return array_values(array_filter($names, static fn(string $name): bool => $name !== ''));
    }

    /**
     * The hash descriptors of a header, for comparing images with them.
     *
     * @return list<array{partition: string, imageBytes: int, algorithm: string, salt: string, digest: string}> salt
     *     and digest binary
     */
    public static function hashes(Bytes $bytes): array
    {
        (new self())->read($bytes);
        /** @var array{auth: int} $h */
        $h = unpack('Jauth', $bytes->read(12, 8));
        /** @var array{offset: int, size: int} $d */
        $d = unpack('Joffset/Jsize', $bytes->read(96, 16));
        $found = [];
        foreach (
            self::descriptors($bytes, self::HEADER_BYTES + $h['auth'] + $d['offset'], $d['size'])
            as [$tag, $body]
        ) {
            $hash = $tag === self::HASH ? self::hash($body) : null;
            if ($hash !== null) {
                $found[] = $hash;
            }
        }

        return $found;
    }

    /**
     * @return \Generator<int, array{int, string}> tag and body
     */
    private static function descriptors(Bytes $bytes, int $at, int $size): \Generator
    {
        $table = $bytes->read($at, $size);
        for ($i = 0; $i + 16 <= $size; $i += 16 + $head['length']) {
            /** @var array{tag: int, length: int} $head */
            $head = unpack('Jtag/Jlength', $table, $i);
            if ($head['length'] < 0 || $head['length'] % 8 !== 0 || $i + 16 + $head['length'] > $size) {
                throw PackageError::malformed(
                    $bytes->path,
                    'byte ' . ($at + $i),
                    "A descriptor claims {$head['length']} bytes",
                    'a multiple of 8 inside its block',
                );
            }
            yield [$head['tag'], substr($table, $i + 16, $head['length'])];
        }
    }

    /**
     * Image size, algorithm, then the lengths of name, salt and digest; the three follow after 116 bytes.
     *
     * @return ?array{partition: string, imageBytes: int, algorithm: string, salt: string, digest: string} null where
     *     it is cut
     */
    private static function hash(string $body): ?array
    {
        if (strlen($body) < 116) {
            return null;
        }
        /** @var array{size: int} $s */
        $s = unpack('Jsize', $body);
        /** @var array{name: int, salt: int, digest: int} $l */
        $l = unpack('Nname/Nsalt/Ndigest', $body, 40);
        if ($l['name'] + $l['salt'] + $l['digest'] > strlen($body) - 116) {
            return null;
        }

        return [
            'partition' => BootHeader::text(substr($body, 116, $l['name'])) ?? '',
            'imageBytes' => $s['size'],
            'algorithm' => BootHeader::text(substr($body, 8, 32)) ?? '',
            'salt' => substr($body, 116 + $l['name'], $l['salt']),
            'digest' => substr($body, 116 + $l['name'] + $l['salt'], $l['digest']),
        ];
    }

    private static function treeOf(string $body): string
    {
        if (strlen($body) < 164) {
            return '';
        }
        /** @var array{name: int} $l */
        $l = unpack('Nname', $body, 88);

        return BootHeader::text(substr($body, 164, min($l['name'], 64))) ?? '';
    }

    private static function chainOf(string $body): string
    {
        if (strlen($body) < 76) {
            return '';
        }
        /** @var array{name: int} $l */
        $l = unpack('Nrollback/Nname', $body);

        return BootHeader::text(substr($body, 76, min($l['name'], 64))) ?? '';
    }
}

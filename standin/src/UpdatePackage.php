<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

use Google\Protobuf\Internal\GPBDecodeException;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\Manifest;
use Tornavis\Wire\PartitionUpdate;

/** A package as a recovery sees it: whole or not, for whom, and which images it writes. */
final readonly class UpdatePackage
{
    /**
     * @param  list<string>  $codenames  empty when it asks for none
     * @param  array<string, array{label: array<string, mixed>, sizeBytes: int}>  $images  by partition
     */
    private function __construct(public array $codenames, public array $images, public int $writtenBytes) {}

    /** Whether a file is a package at all, and no bare image: packages are zip files. */
    public static function isOne(string $path): bool
    {
        return file_get_contents($path, false, null, 0, 2) === 'PK';
    }

    /**
     * @throws RefusedError with the status that a recovery would show
     */
    public static function open(string $path): self
    {
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            throw new RefusedError(RefusedError::BROKEN, 'The package cannot be opened: it is damaged.');
        }
        $payload = $zip->getFromName('payload.bin');
        $package = $payload === false ? self::fromFiles($zip) : self::fromPayload($payload, self::devices($zip));
        $zip->close();

        return $package;
    }

    /**
     * @return list<string>
     */
    private static function devices(\ZipArchive $zip): array
    {
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if (
                str_ends_with($name, '/metadata') &&
                preg_match('/^pre-device=(.+)$/m', (string) $zip->getFromIndex($i), $match) === 1
            ) {
                return array_map(trim(...), explode('|', $match[1]));
            }
        }

        return [];
    }

    /**
     * @param  list<string>  $codenames
     */
    private static function fromPayload(string $payload, array $codenames): self
    {
        /** @var array{manifest: int, signature: int} $header */
        $header = unpack('Jmanifest/Nsignature', substr($payload, 12, 12));
        $manifest = new Manifest();
        try {
            $manifest->mergeFromString(substr($payload, 24, $header['manifest']));
        } catch (GPBDecodeException) {
            throw new RefusedError(RefusedError::BROKEN, 'The payload cannot be read.');
        }
        $images = [];
        $bytes = 0;
        /** @var PartitionUpdate $partition */
        foreach ($manifest->getPartitions() as $partition) {
            if ($partition->hasOldPartitionInfo()) {
                throw new RefusedError(RefusedError::FOREIGN, 'The update expects another build underneath.');
            }
            $size = (int) $partition->getNewPartitionInfo()?->getSize();
            $content = '';
            /** @var InstallOperation $operation */
            foreach ($partition->getOperations() as $operation) {
                if ($operation->getDataLength() > 0) {
                    $piece = substr(
                        $payload,
                        24 + $header['manifest'] + $header['signature'] + (int) $operation->getDataOffset(),
                        (int) $operation->getDataLength(),
                    );
                    if (hash('sha256', $piece, true) !== $operation->getDataSha256Hash()) {
                        throw new RefusedError(
                            RefusedError::BROKEN,
                            "The data of {$partition->getPartitionName()} does not have its hash.",
                        );
                    }
                    $content .= $piece;
                }
            }
            $images[$partition->getPartitionName()] = ['label' => ImageLabel::in($content) ?? [], 'sizeBytes' => $size];
            $bytes += $size;
        }

        return new self($codenames, $images, $bytes);
    }

    private static function fromFiles(\ZipArchive $zip): self
    {
        $images = [];
        $bytes = 0;
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if (!str_ends_with($name, '.img')) {
                continue;
            }
            $content = $zip->getFromIndex($i);
            if ($content === false) {
                throw new RefusedError(RefusedError::BROKEN, "{$name} does not unpack.");
            }
            $images[basename($name, '.img')] = [
                'label' => ImageLabel::in($content) ?? [],
                'sizeBytes' => strlen($content),
            ];
            $bytes += strlen($content);
        }

        return new self(self::devices($zip), $images, $bytes);
    }
}

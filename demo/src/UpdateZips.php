<?php

declare(strict_types=1);

namespace Tornavis\Demo;

use Tornavis\Core\Package\Payload\Payload;
use Tornavis\Core\Package\Script\ScriptFacts;
use Tornavis\Core\Package\Zip\PayloadUpdateReader;
use Tornavis\Core\Package\Zip\ScriptedUpdateReader;
use Tornavis\Core\Package\Zip\UpdateMetadata;
use Tornavis\Wire\DynamicPartitionGroup;
use Tornavis\Wire\DynamicPartitionMetadata;
use Tornavis\Wire\Extent;
use Tornavis\Wire\InstallOperation;
use Tornavis\Wire\InstallOperation\Type;
use Tornavis\Wire\Manifest;
use Tornavis\Wire\PartitionInfo;
use Tornavis\Wire\PartitionUpdate;

/** Makes update zips of both kinds. */
final class UpdateZips
{
    private const BLOCK = 4096;

    /**
     * @param  array<string, ImageContent>  $images  by partition
     * @param  array<string, string>  $metadata
     */
    public static function payload(
        string $path,
        array $images,
        array $metadata,
        string $certificate,
        bool $incremental = false,
    ): void {
        $blobs = '';
        $partitions = [];
        foreach ($images as $name => $image) {
            $head = $image->head();
            $blocks = intdiv(strlen($head), self::BLOCK);
            $operations = [
                (new InstallOperation())
                    ->setType(Type::REPLACE)
                    ->setDataOffset(strlen($blobs))
                    ->setDataLength(strlen($head))
                    ->setDataSha256Hash(hash('sha256', $head, true))
                    ->setDstExtents([(new Extent())->setStartBlock(0)->setNumBlocks($blocks)]),
                (new InstallOperation())
                    ->setType(Type::ZERO)
                    ->setDstExtents([
                        (new Extent())
                            ->setStartBlock($blocks)
                            ->setNumBlocks(intdiv($image->sizeBytes, self::BLOCK) - $blocks),
                    ]),
            ];
            $blobs .= $head;
            $partition = (new PartitionUpdate())
                ->setPartitionName($name)
                ->setOperations($operations)
                ->setNewPartitionInfo((new PartitionInfo())->setSize($image->sizeBytes)->setHash($image->hash()));
            if ($incremental) {
                $partition->setOldPartitionInfo(
                    (new PartitionInfo())->setSize($image->sizeBytes)->setHash(hash('sha256', "older {$name}", true)),
                );
            }
            $partitions[] = $partition;
        }
        $logical = array_values(array_intersect(array_keys($images), ['system', 'system_ext', 'product', 'vendor']));
        $manifest = (new Manifest())
            ->setBlockSize(self::BLOCK)
            ->setMinorVersion($incremental ? 8 : 0)
            ->setPartitions($partitions)
            ->setMaxTimestamp((int) $metadata['post-timestamp'])
            ->setDynamicPartitionMetadata(
                (new DynamicPartitionMetadata())->setSnapshotEnabled(true)->setGroups([
                    (new DynamicPartitionGroup())
                        ->setName('main')
                        ->setSize(6 << 30)
                        ->setPartitionNames($logical),
                ]),
            );
        $encoded = $manifest->serializeToString();
        $payload = Payload::MAGIC . pack('JJN', 2, strlen($encoded), 0) . $encoded . $blobs;
        ZipFile::write(
            $path,
            [
                UpdateMetadata::TEXT_ENTRY => self::lines($metadata),
                UpdateMetadata::CERTIFICATE_ENTRY => $certificate,
                'payload_properties.txt' => self::lines([
                    'FILE_HASH' => base64_encode(hash('sha256', $payload, true)),
                    'FILE_SIZE' => (string) strlen($payload),
                    'METADATA_HASH' => base64_encode(
                        hash('sha256', substr($payload, 0, Payload::HEADER_BYTES + strlen($encoded)), true),
                    ),
                    'METADATA_SIZE' => (string) (Payload::HEADER_BYTES + strlen($encoded)),
                ]),
                PayloadUpdateReader::ENTRY => $payload,
            ],
            [PayloadUpdateReader::ENTRY],
        );
    }

    /**
     * @param  list<string>  $codenames  that the script accepts
     * @param  array<string, string>  $metadata  empty for none
     * @param  array<string, string>  $files  further entries
     * @param  array<string, string>  $writes  entry → partition
     */
    public static function scripted(
        string $path,
        array $codenames,
        array $metadata,
        array $files,
        array $writes,
        ?string $certificate,
        string $more = '',
    ): void {
        $get = static fn(string $property, string $value): string => ScriptFacts::GET_PROPERTY .
            "(\"{$property}\") == \"{$value}\"";
        $script = '';
        if ($codenames !== []) {
            $choices = [];
            foreach ($codenames as $codename) {
                $choices[] = $get('ro.product.device', $codename) . ' || ' . $get('ro.build.product', $codename);
            }
            $script .=
                ScriptFacts::ASSERT .
                '(' .
                implode(' || ', $choices) .
                ' || ' .
                ScriptFacts::ABORT .
                "(\"This package is for " .
                implode(', ', $codenames) .
                "\"));\n";
        }
        $script .= $more;
        foreach ($writes as $entry => $partition) {
            $script .= ScriptFacts::WRITE_FILE . "(\"{$entry}\", \"/dev/block/by-name/{$partition}\");\n";
        }
        ZipFile::write(
            $path,
            array_filter(
                [
                    UpdateMetadata::TEXT_ENTRY => $metadata === [] ? null : self::lines($metadata),
                    UpdateMetadata::CERTIFICATE_ENTRY => $certificate,
                    ScriptedUpdateReader::SCRIPT_ENTRY => $script === '' ? "# nothing to assert\n" : $script,
                    ...$files,
                ],
                static fn(?string $content): bool => $content !== null,
            ),
        );
    }

    /**
     * @param  array<string, string>  $values
     */
    private static function lines(array $values): string
    {
        return implode(
            '',
            array_map(
                static fn(string $key, string $value): string => "{$key}={$value}\n",
                array_keys($values),
                $values,
            ),
        );
    }
}

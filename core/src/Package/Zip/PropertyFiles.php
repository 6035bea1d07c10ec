<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;

/**
 * The property file of a payload, and the lists of places that let an updater stream it out of the zip.
 *
 * Source: the open platform's update package format; "name:offset:size" entries, separated by commas.
 */
final class PropertyFiles
{
    public const ENTRY = 'payload_properties.txt';

    /** Keys of the update metadata: for reading the whole package, and for streaming it. */
    public const LISTS = ['ota-property-files', 'ota-streaming-property-files'];

    /**
     * @return list<Fact>
     *
     * @throws PackageError when a place that is named is not where the zip has the entry
     */
    public static function facts(ZipDirectory $zip): array
    {
        $facts = [];
        $entry = $zip->find(self::ENTRY);
        if ($entry !== null) {
            $values = UpdateMetadata::lines($zip->contents($entry, 64 << 10));
            $hash = base64_decode($values['FILE_HASH'] ?? '', true);
            if ($hash !== false && strlen($hash) === 32) {
                $facts[] = Fact::of(Field::PAYLOAD_SHA256, bin2hex($hash), Source::File, 'payload properties');
            }
            $payload = $zip->find(PayloadUpdateReader::ENTRY);
            $stated = $values['FILE_SIZE'] ?? '';
            if ($payload !== null && ctype_digit($stated) && (int) $stated !== $payload->sizeBytes) {
                throw PackageError::malformed(
                    $zip->path(),
                    self::ENTRY,
                    "It states a payload of {$stated} bytes; the zip holds {$payload->sizeBytes}",
                    'the same size',
                );
            }
        }
        $names = [];
        foreach (UpdateMetadata::propertyLists($zip) as $list) {
            foreach (explode(',', $list) as $part) {
                $place = explode(':', trim($part));
                if (count($place) === 3 && ctype_digit($place[1]) && ctype_digit(trim($place[2]))) {
                    self::compare($zip, $place[0], (int) $place[1], (int) trim($place[2]));
                    $names[] = $place[0];
                }
            }
        }
        if ($names !== []) {
            $facts[] = Fact::of(
                Field::STREAMED,
                array_values(array_unique($names)),
                Source::File,
                UpdateMetadata::TEXT,
            );
        }

        return $facts;
    }

    private static function compare(ZipDirectory $zip, string $name, int $offset, int $size): void
    {
        $entry = $zip->find($name);
        if ($entry === null || $entry->method !== ZipEntry::STORED) {
            return;
        }
        $at = $zip->dataOffset($entry);
        if ($at !== $offset || $entry->sizeBytes !== $size) {
            throw PackageError::malformed(
                $zip->path(),
                UpdateMetadata::TEXT,
                "It places {$name} at byte {$offset} with {$size} bytes; the zip has it at {$at} with " .
                    "{$entry->sizeBytes}",
                'the place that the zip has',
            );
        }
    }
}

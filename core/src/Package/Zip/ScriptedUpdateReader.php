<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Image\RollbackIndexes;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageReader;
use Tornavis\Core\Package\PartitionImage;
use Tornavis\Core\Package\Reading;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Package\Script\ScriptFacts;
use Tornavis\Core\Package\Script\ScriptParser;
use Tornavis\Core\Package\Script\TransferList;
use Tornavis\Core\Words\PackageKind;

/** An update zip that carries a script with assertions. */
final class ScriptedUpdateReader implements PackageReader
{
    /** Path of the script, fixed by the format. */
    public const SCRIPT_ENTRY = 'META-INF/com/google/android/updater-script';

    /** Ending of the list that says which blocks of a partition are written. */
    private const TRANSFER_LIST = '.transfer.list';

    /** What it is called on screens and in messages. */
    public const SCRIPT = 'update script';

    public function recognises(Bytes $bytes): bool
    {
        return ZipDirectory::looksLikeOne($bytes) && ZipDirectory::of($bytes)->find(self::SCRIPT_ENTRY) !== null;
    }

    public function read(Bytes $bytes): Reading
    {
        $zip = ZipDirectory::of($bytes);
        $entry = $zip->find(self::SCRIPT_ENTRY) ?? throw PackageError::noMetadata($bytes->path);
        $script = ScriptFacts::of(ScriptParser::parse($zip->contents($entry), $bytes->path, self::SCRIPT));
        $facts = UpdateMetadata::facts($zip);
        foreach ($script->demands as $kind => $values) {
            $facts[] = Fact::of($kind, $values, Source::File, self::SCRIPT);
        }
        foreach ($script->said as $field => [$value, $words]) {
            $name = ReleaseCard::factOf($field, $value, self::SCRIPT);
            $facts[] = Fact::of($name, $value, Source::File, self::SCRIPT . ": {$words}");
        }
        if ($script->buildTime !== null) {
            $facts[] = Fact::of(Field::BUILD_TIME, $script->buildTime, Source::File, self::SCRIPT);
            $facts[] = Fact::of(Field::REFUSES_NEWER, $script->buildTime, Source::File, self::SCRIPT);
        }
        if ($script->writes !== []) {
            $facts[] = Fact::of(Field::WRITES, $script->writes, Source::File, self::SCRIPT);
            if (in_array('system', $script->writes, true)) {
                $facts[] = Fact::of(Field::KIND, PackageKind::Build->value, Source::File, self::SCRIPT);
            }
        }

        $index = RollbackIndexes::fact(self::smallImages($zip));
        if ($index !== null) {
            $facts[] = $index;
        }

        return new Reading(Container::ScriptedZip, $facts, self::images($zip), $script->notUnderstood);
    }

    /**
     * @return \Generator<string, string> content by name
     */
    private static function smallImages(ZipDirectory $zip): \Generator
    {
        foreach ($zip->entries as $entry) {
            if (str_ends_with($entry->name, '.img') && $entry->sizeBytes <= RollbackIndexes::LARGEST_IMAGE) {
                yield basename($entry->name) => $zip->contents($entry);
            }
        }
    }

    /**
     * @return list<PartitionImage>
     */
    private static function images(ZipDirectory $zip): array
    {
        $images = [];
        foreach ($zip->entries as $entry) {
            if (str_ends_with($entry->name, '.img')) {
                $images[] = new PartitionImage(basename($entry->name, '.img'), $entry->sizeBytes, null, $entry->name);
            } elseif (str_ends_with($entry->name, self::TRANSFER_LIST)) {
                $name = basename($entry->name, self::TRANSFER_LIST);
                $images[] = new PartitionImage($name, TransferList::bytes($zip->contents($entry)));
            }
        }

        return $images;
    }
}

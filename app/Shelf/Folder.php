<?php

declare(strict_types=1);

namespace App\Shelf;

use DirectoryIterator;
use SplFileInfo;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\Sum\ChecksumFiles;

/** What lies in one folder of the shelf at this moment, and why it cannot be told where it cannot. */
final readonly class Folder
{
    private const MOST_FILES = 5000;

    /**
     * @param  array<string, FoundFile>  $files  by path, as it is kept
     * @param  ?string  $problem  what a person should know about the folder
     */
    private function __construct(public array $files, public ?string $problem) {}

    public static function at(string $path): self
    {
        if (!is_dir($path)) {
            return new self(
                [],
                "The folder {$path} is not there. Connect its disk, or take it off the list of folders.",
            );
        }
        try {
            return self::read(new DirectoryIterator($path), $path);
        } catch (\RuntimeException) {
            return new self(
                [],
                "The folder {$path} cannot be read. Give this user read permission there, or take it off the list " .
                    'of folders.',
            );
        }
    }

    /** Packages alone: no cards, checksum lists, hidden files or parts of downloads. */
    private static function read(DirectoryIterator $entries, string $path): self
    {
        $files = [];
        $beside = [];
        $problem = null;
        foreach ($entries as $entry) {
            $name = $entry->getFilename();
            $file = str_starts_with($name, '.') || str_ends_with($name, '.part') ? null : self::file($entry);
            if ($file === null) {
                continue;
            }
            if (str_ends_with($name, PackageInspector::CARD_SUFFIX)) {
                $beside[substr($name, 0, -strlen(PackageInspector::CARD_SUFFIX))] = $file->changed;
            } elseif (ChecksumFiles::isList($name)) {
                $beside[''] = max($beside[''] ?? 0, $file->changed);
            } elseif (count($files) < self::MOST_FILES) {
                $files[$name] = $file;
            } else {
                $problem =
                    "The folder {$path} has more than " .
                    self::MOST_FILES .
                    ' files. Those beyond are not on the shelf; put what belongs there into a folder of its own.';
            }
        }
        ksort($files, SORT_STRING);
        $there = [];
        foreach ($files as $name => $file) {
            $there[$file->keptPath()] = $file->changedWith(max($beside[$name] ?? 0, $beside[''] ?? 0));
        }

        return new self($there, $problem);
    }

    /** Null for what is no file, or has gone while the folder was looked at. */
    private static function file(SplFileInfo $entry): ?FoundFile
    {
        try {
            return $entry->isFile()
                ? new FoundFile($entry->getPathname(), (int) $entry->getSize(), (int) $entry->getMTime())
                : null;
        } catch (\RuntimeException) {
            return null;
        }
    }
}

<?php

declare(strict_types=1);

namespace Tornavis\Demo;

/** Writes a zip with fixed times, so that the same recipe gives the same bytes. */
final class ZipFile
{
    /** 2026-09-03, the day the demo world's builds were made. */
    private const TIME = 1_788_393_600;

    /**
     * @param  array<string, string>  $entries  path → content
     * @param  list<string>  $stored  paths that are not compressed
     */
    public static function write(string $path, array $entries, array $stored = []): void
    {
        $part = $path . '.part';
        $zip = new \ZipArchive();
        if ($zip->open($part, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) !== true) {
            throw new \RuntimeException("Cannot write {$path}. Check that the folder exists and can be written.");
        }
        foreach ($entries as $name => $content) {
            $zip->addFromString($name, $content);
            $zip->setMtimeName($name, self::TIME);
            if (in_array($name, $stored, true)) {
                $zip->setCompressionName($name, \ZipArchive::CM_STORE);
            }
        }
        $zip->close();
        rename($part, $path);
    }
}

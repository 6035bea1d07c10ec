<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Script;

/** Which partitions an update script writes: as devices, as mapped logical partitions, and as mounted folders. */
final class ScriptWrites
{
    /** Call → which of its arguments names the place. */
    private const TARGETS = [
        ScriptFacts::WRITE_FILE => 1,
        ScriptFacts::WRITE_BLOCKS => 0,
        'package_extract_dir' => 1,
        'write_raw_image' => 1,
        'block_image_recover' => 0,
    ];

    private const MAP = 'map_partition';

    /** Folders of the recovery's own, and of the storage: what is written there changes no partition of a system. */
    private const NOT_PARTITIONS = [
        'tmp',
        'data',
        'cache',
        'sdcard',
        'external_sd',
        'sbin',
        'mnt',
        'proc',
        'dev',
        'etc',
    ];

    /**
     * @param  list<ScriptCall>  $calls
     * @return list<string> names of partitions, sorted
     */
    public static function of(array $calls): array
    {
        $names = [];
        self::collect($calls, $names);
        ksort($names, SORT_STRING);

        return array_map(strval(...), array_keys($names));
    }

    /**
     * @param  list<ScriptCall>  $calls
     * @param  array<string, true>  $names
     */
    private static function collect(array $calls, array &$names): void
    {
        foreach ($calls as $call) {
            $place = $call->arguments[self::TARGETS[$call->name] ?? -1] ?? null;
            $name = $place === null ? null : self::partition($place);
            if ($name !== null) {
                $names[$name] = true;
            }
            self::collect($call->arguments, $names);
        }
    }

    private static function partition(ScriptCall $place): ?string
    {
        if ($place->name === self::MAP) {
            return $place->argument(0);
        }
        $path = self::text($place);
        if ($path === null || $path === '') {
            return null;
        }
        if (str_starts_with($path, '/dev/') || !str_contains($path, '/')) {
            return basename($path);
        }
        $first = explode('/', ltrim($path, '/'))[0];

        return in_array($first, self::NOT_PARTITIONS, true) ? null : $first;
    }

    /** A text, also where it is put together of several. */
    private static function text(ScriptCall $call): ?string
    {
        if ($call->name !== '+') {
            return $call->name === 'text' ? $call->text : null;
        }
        $parts = array_map(self::text(...), $call->arguments);

        return in_array(null, $parts, true) ? null : implode('', $parts);
    }
}

<?php

declare(strict_types=1);

/*
 * composer.pins names every PHP package, indirect ones too, and its exact version. A lock file would do the same, but
 * carries the addresses that the packages were fetched from.
 *
 *     php setup/pins.php arguments [PINS]             the pins as arguments for "composer update", one a line
 *     php setup/pins.php write     [PINS INSTALLED]   writes what is installed down as the pins
 *     php setup/pins.php check     [PINS INSTALLED]   exits with 1 where what is installed differs, and says how
 */

const HEAD = "# Every PHP package and its exact version. Made by ./tornavis pins; do not edit by hand.\n";

/**
 * @return array<string, string> version by name
 */
function pinned(string $file): array
{
    $pins = [];
    foreach (@file($file, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $number => $line) {
        if (str_starts_with($line, '#')) {
            continue;
        }
        if (preg_match('#^([a-z0-9._-]+/[a-z0-9._-]+) (v?[0-9][0-9A-Za-z.+-]*)$#', $line, $parts) !== 1) {
            $what = sprintf('%s line %d: "%s" is no package name and version.', $file, $number + 1, $line);
            fail("{$what} Make the file again: ./tornavis pins");
        }
        $pins[$parts[1]] = $parts[2];
    }
    if ($pins === []) {
        fail("{$file} is missing or names no package. Take it from the repository again: git checkout composer.pins");
    }

    return $pins;
}

/**
 * @return array<string, string> version by name
 */
function installed(string $file): array
{
    $packages = json_decode((string) @file_get_contents($file), true)['packages'] ?? null;
    if (!is_array($packages)) {
        fail("{$file} is missing or broken. Fetch the PHP packages again: rm -r vendor, then ./tornavis demo");
    }
    $versions = array_column($packages, 'version', 'name');
    ksort($versions);

    return $versions;
}

function fail(string $text): never
{
    fwrite(STDERR, "tornavis: {$text}\n");
    exit(1);
}

/**
 * @param  array<string, string>  $pins
 * @param  array<string, string>  $installed
 * @return list<string> what differs, as sentences
 */
function differences(array $pins, array $installed): array
{
    $differs = [];
    foreach ($pins as $name => $version) {
        $there = $installed[$name] ?? null;
        if ($there === null) {
            $differs[] = "{$name} {$version} is pinned and not installed.";
        } elseif ($there !== $version) {
            $differs[] = "{$name} is pinned at {$version}, and {$there} is installed.";
        }
    }
    foreach (array_diff_key($installed, $pins) as $name => $version) {
        $differs[] = "{$name} {$version} is installed and not pinned.";
    }

    return $differs;
}

$pinsFile = $argv[2] ?? dirname(__DIR__) . '/composer.pins';
$installedFile = $argv[3] ?? dirname(__DIR__) . '/vendor/composer/installed.json';

switch ($argv[1] ?? '') {
    case 'arguments':
        foreach (pinned($pinsFile) as $name => $version) {
            echo "--with={$name}:{$version}\n";
        }
        break;
    case 'write':
        $lines = '';
        foreach (installed($installedFile) as $name => $version) {
            $lines .= "{$name} {$version}\n";
        }
        file_put_contents($pinsFile, HEAD . $lines);
        break;
    case 'check':
        $differs = differences(pinned($pinsFile), installed($installedFile));
        if ($differs !== []) {
            $todo =
                'Fetch them again: rm -r vendor, then ./tornavis demo. Or take newer ones over for everybody: ' .
                './tornavis pins';
            fail("the PHP packages are not those of composer.pins:\n  " . implode("\n  ", $differs) . "\n{$todo}");
        }
        break;
    default:
        fail('pins.php takes arguments, write or check.');
}

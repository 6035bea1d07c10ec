<?php

declare(strict_types=1);

use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;

/** A verification header with nothing in it but its rollback index. */
function headerWithIndex(int $index): string
{
    $head = 'AVB0' . pack('NNJJN', 1, 0, 0, 0, 0);

    return str_pad(str_pad($head, 112, "\0") . pack('JN', $index, 0), 4096, "\0");
}

/**
 * @param  array<string, string>  $files  content by name
 */
function archiveOf(array $files, string $how): string
{
    $folder = sys_get_temp_dir() . '/tornavis-index-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($folder);
    foreach ($files as $name => $content) {
        is_dir(dirname("{$folder}/{$name}")) || mkdir(dirname("{$folder}/{$name}"), recursive: true);
        file_put_contents("{$folder}/{$name}", $content);
    }
    $names = implode(' ', array_map(escapeshellarg(...), array_keys($files)));
    if ($how === 'tar') {
        exec("cd {$folder} && tar cf x.tar {$names}");

        return "{$folder}/x.tar";
    }
    $zip = new ZipArchive();
    $zip->open("{$folder}/x.zip", ZipArchive::CREATE);
    foreach ($files as $name => $content) {
        $zip->addFromString($name, $content);
    }
    $zip->close();

    return "{$folder}/x.zip";
}

it('reads the lowest rollback index of the headers inside', function (string $how, array $indexes, ?int $lowest) {
    $files = ['boot.img' => str_repeat('b', 5000), 'system.img' => str_repeat('s', 9000)];
    foreach ($indexes as $name => $index) {
        $files["{$name}.img"] = headerWithIndex($index);
    }
    if ($how === 'script') {
        $files['META-INF/com/google/android/updater-script'] = 'package_extract_file("boot.img", "boot");';
    }
    $package = PackageInspector::standard()->inspect(archiveOf($files, $how));
    $fact = $package->facts->best(Field::ROLLBACK_INDEX);

    expect($fact?->value)
        ->toBe($lowest)
        ->and($fact === null || $fact->source === Source::File)
        ->toBeTrue();
})
    ->with(['zip', 'tar', 'script'])
    ->with([
        'one' => [['verify' => 7], 7],
        'several, of any name' => [['verify' => 7, 'verify_system' => 3, 'seal' => 9], 3],
        'none' => [[], null],
    ]);

it('reads it out of a payload', function () {
    $path = archiveOf([], 'zip') . '.ota.zip';
    Tornavis\Demo\UpdateZips::payload(
        $path,
        ['verify' => Tornavis\Demo\ImageContent::of(headerWithIndex(6), 8192)],
        ['post-timestamp' => '1770000000', 'pre-device' => 'ashlar'],
        'none',
    );

    expect(PackageInspector::standard()->inspect($path)->facts->int(Field::ROLLBACK_INDEX))->toBe(6);
});

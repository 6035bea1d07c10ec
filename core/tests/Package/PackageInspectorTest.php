<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageInspector;

function copyOf(string $name, ?string $as = null): string
{
    $folder = sys_get_temp_dir() . '/inspect-' . getmypid();
    is_dir($folder) || mkdir($folder);
    $path = "{$folder}/" . ($as ?? $name);
    copy(World::path($name), $path);
    is_file("{$path}.card.json") && unlink("{$path}.card.json");

    return $path;
}

it('says what an update zip with a payload is without unpacking it', function () {
    $package = World::package(World::SALTERN[0]);
    $facts = $package->facts;

    expect($package->container)
        ->toBe(Container::PayloadZip)
        ->and($package->kind()?->value)
        ->toBe('build')
        ->and($package->title())
        ->toBe('Saltern 15.2')
        ->and($facts->list('codenames'))
        ->toBe(['bowline'])
        ->and($facts->text('buildId'))
        ->toBe('saltern-15.2-20260903-bowline')
        ->and($facts->text('release'))
        ->toBe('15')
        ->and($facts->int('api'))
        ->toBe(35)
        ->and($facts->text('patchLevel'))
        ->toBe('2026-09-01')
        ->and($facts->int('buildTime'))
        ->toBe(strtotime('2026-09-03 06:00 UTC'))
        ->and($facts->text('updateType'))
        ->toBe('full')
        ->and($facts->text('signerName'))
        ->toBe('Saltern')
        ->and($facts->text('signer'))
        ->toMatch('/^[0-9a-f]{64}$/')
        ->and($package->imageFor('system')?->sizeBytes)
        ->toBe(192 << 20)
        ->and($package->integrity())
        ->toBe(Integrity::Verified)
        ->and($facts->conflicts())
        ->toBe([]);
});

it('says what an update zip with a script is, and where it contradicts itself', function () {
    $good = World::package('lamplight-9.4-20250611-marl.zip');
    $bad = World::package('lamplight-9.3-20250120-marl.zip');

    expect($good->container)
        ->toBe(Container::ScriptedZip)
        ->and($good->kind()?->value)
        ->toBe('build')
        ->and($good->facts->list('bootloaders'))
        ->toBe(['OF100-2.7', 'OF100-2.8'])
        ->and($good->notUnderstood)
        ->toBe(['battery_is_sound("50")'])
        ->and($good->facts->conflicts())
        ->toBe([])
        ->and(array_keys($bad->facts->conflicts()))
        ->toBe(['codenames']);
});

it('tells an incremental update from a full one', function () {
    expect(World::package('saltern-15.2-20260903-from-20260801-bowline.zip')->facts->text('updateType'))->toBe(
        'incremental',
    );
});

it('reads the headers of single images', function () {
    expect(World::package('saltern-15.2-boot-bowline.img')->facts->text('partition'))
        ->toBe('boot')
        ->and(World::package('saltern-15.2-boot-bowline.img')->facts->text('patchLevel'))
        ->toBe('2026-08-01')
        ->and(World::package('saltern-15.2-dtbo-bowline.img')->container)
        ->toBe(Container::DeviceTreeTable)
        ->and(World::package('wicket-4.1-bowline.img')->facts->flag('hasRecoveryRamdisk'))
        ->toBeTrue();
});

it('goes by content and never by name', function () {
    $path = copyOf(World::SALTERN[0], 'photo.txt');

    expect(PackageInspector::standard()->inspect($path)->container)->toBe(Container::PayloadZip);
});

it('refuses what it cannot read, and says where and what to do', function (callable $make, string $message) {
    $path = $make();
    try {
        PackageInspector::standard()->inspect($path);
    } catch (PackageError $error) {
        expect($error->getMessage())
            ->toContain($message)
            ->and($error->where)
            ->toContain($path)
            ->and($error->todo)
            ->not->toBe('');

        return;
    }
    PHPUnit\Framework\Assert::fail('Nothing was thrown.');
})->with([
    'not a zip' => [
        function () {
            $path = copyOf(World::SALTERN[0], 'noise');
            file_put_contents($path, 'just words');

            return $path;
        },
        'of no kind',
    ],
    'truncated' => [fn() => World::path('saltern-15.2-20260903-bowline-copy.zip'), 'directory is missing'],
    'a zip without metadata' => [
        function () {
            $path = sys_get_temp_dir() . '/plain-' . getmypid() . '.zip';
            is_file($path) && unlink($path);
            $zip = new ZipArchive();
            $zip->open($path, ZipArchive::CREATE);
            $zip->addFromString('notes.txt', 'x');
            $zip->close();

            return $path;
        },
        'neither update metadata nor an update script',
    ],
    'an empty file' => [
        function () {
            $path = copyOf(World::SALTERN[0], 'empty');
            file_put_contents($path, '');

            return $path;
        },
        'empty',
    ],
    'a folder' => [fn() => sys_get_temp_dir(), 'folder'],
    'no such file' => [fn() => '/nowhere/x.zip', 'no such file'],
    'a boot image cut short' => [
        function () {
            $path = copyOf('saltern-15.2-boot-bowline.img', 'cut.img');
            file_put_contents($path, substr((string) file_get_contents($path), 0, 9000));

            return $path;
        },
        'ends too early',
    ],
    'a payload of another version' => [
        function () {
            $path = copyOf(World::SALTERN[0], 'version.zip');
            $data = (string) file_get_contents($path);
            file_put_contents($path, substr_replace($data, "\x09", (int) strpos($data, 'CrAU') + 11, 1));

            return $path;
        },
        'major version 9',
    ],
    'a manifest longer than the file' => [
        function () {
            $path = copyOf(World::SALTERN[0], 'manifest.zip');
            $data = (string) file_get_contents($path);
            file_put_contents($path, substr_replace($data, "\x7f", (int) strpos($data, 'CrAU') + 12, 1));

            return $path;
        },
        'manifest claims',
    ],
]);

it('keeps a file that it cannot read in sight, with the reason', function () {
    $package = PackageInspector::standard()->describe(World::path('saltern-15.2-20260903-bowline-copy.zip'));

    expect($package->integrity())
        ->toBe(Integrity::Damaged)
        ->and($package->kind()?->value)
        ->toBe('build')
        ->and($package->problem)
        ->toContain('directory is missing');
});

it('leaves a card for another file, or with unknown fields, aside and says so', function (
    array $change,
    string $message,
) {
    $path = copyOf('wicket-4.1-bowline.img');
    $card = json_decode((string) file_get_contents(World::path('wicket-4.1-bowline.img.card.json')), true);
    file_put_contents("{$path}.card.json", json_encode(array_replace_recursive($card, $change)));
    $package = PackageInspector::standard()->inspect($path);

    expect($package->cardProblem)
        ->toContain($message)
        ->and($package->facts->best('kind')?->grade())
        ->toBe(Grade::Guessed);
})->with([
    [['file' => ['name' => 'another.img', 'sizeBytes' => 5]], 'for another file'],
    [['surprise' => true], 'surprise'],
    [['version' => 2], 'version 2'],
]);

it('finds a damaged file by size and by checksum', function () {
    $path = copyOf('wicket-4.1-bowline.img');
    copy(World::path('wicket-4.1-bowline.img.card.json'), "{$path}.card.json");
    $data = (string) file_get_contents($path);
    file_put_contents($path, substr_replace($data, 'x', 200_000, 1));
    $flipped = PackageInspector::standard()->inspect($path)->withSha256(Checksum::sha256($path));
    file_put_contents($path, $data . 'more');
    $longer = PackageInspector::standard()->inspect($path);

    expect($flipped->integrity())
        ->toBe(Integrity::Damaged)
        ->and($longer->integrity())
        ->toBe(Integrity::Damaged)
        ->and($longer->integrityReason())
        ->toContain('declares 536576 bytes');
});

it('reports progress while it hashes', function () {
    $seen = [];
    $sum = Checksum::sha256(World::path(World::SALTERN[0]), function (int $done, int $size) use (&$seen): void {
        $seen[] = [$done, $size];
    });

    expect($sum)
        ->toBe(hash_file('sha256', World::path(World::SALTERN[0])))
        ->and(count($seen))
        ->toBeGreaterThan(1)
        ->and(end($seen)[0])
        ->toBe(end($seen)[1]);
});

it('comes back from its own document unchanged', function () {
    $package = World::package(World::SALTERN[0]);

    expect(Tornavis\Core\Package\Package::fromArray($package->toArray())->toArray())->toBe($package->toArray());
});

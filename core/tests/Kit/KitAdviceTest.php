<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Kit\KitAdvice;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Situation\HouseRules;

/*
 * What a build needs beside it on one phone, and why each other file on the shelf does not serve.
 */

/** @return list<Package> */
function wholeShelf(): array
{
    return array_map(
        static fn(string $path): Package => World::package(basename($path)),
        array_merge(glob(World::shelf() . '/*.zip') ?: [], glob(World::shelf() . '/*.img') ?: []),
    );
}

/**
 * @param  ?list<Package>  $shelf
 * @param  array<string, mixed>  $otherwise
 * @return array<string, array{chosen: ?string, why: string, others: array<string, string>}> by need
 */
function advice(string $build, string $unit, ?array $shelf = null, array $otherwise = []): array
{
    $phone = World::unit($unit, $otherwise);
    $needs = [];
    foreach (
        KitAdvice::of(
            World::package($build),
            World::sheet((string) $phone->codename),
            $phone,
            $shelf ?? wholeShelf(),
            new HouseRules(),
        )->needs
        as $need
    ) {
        $others = [];
        foreach ($need['others'] as $other) {
            $others[$other['package']->name()] = $other['why'];
        }
        $needs[$need['need']] = ['chosen' => $need['chosen']?->name(), 'why' => $need['why'], 'others' => $others];
    }

    return $needs;
}

it('names every need of a bare build with the file that serves', function () {
    expect(
        array_map(
            static fn(array $need): ?string => $need['chosen'],
            advice('driftglass-15.1-20260820-bowline.zip', 'SK-07'),
        ),
    )->toBe([
        'Wicket 4.1 or newer' => 'wicket-4.1-bowline.img',
        'the boot image of the same build' => 'driftglass-15.1-boot-bowline.img',
        'the dtbo image of the same build' => 'driftglass-15.1-dtbo-bowline.img',
        'a services bundle for release 15 and arm64, if you want one' => 'larder-mini-15-arm64.zip',
    ]);
});

it('says of every other file why it does not serve', function (
    string $unit,
    string $build,
    string $need,
    string $file,
    string $why,
) {
    $needs = advice($build, $unit);
    $found = array_values(
        array_filter($needs, static fn(string $name): bool => str_contains($name, $need), ARRAY_FILTER_USE_KEY),
    )[0] ?? ['others' => []];

    expect($found['others'][$file] ?? 'not named')->toContain($why);
})->with([
    'a recovery that is too old' => [
        'SK-07',
        'driftglass-15.1-20260820-bowline.zip',
        'Wicket',
        'wicket-3.6-bowline.img',
        'older than the build needs',
    ],
    'the image of another partition' => [
        'SK-07',
        'driftglass-15.1-20260820-bowline.zip',
        'boot image',
        'driftglass-15.1-dtbo-bowline.img',
        'the image of dtbo',
    ],
    'the image of another build' => [
        'SK-07',
        'driftglass-15.1-20260820-bowline.zip',
        'boot image',
        'saltern-15.2-boot-bowline.img',
        'belongs to another build',
    ],
    'services of another release' => [
        'SK-07',
        'driftglass-15.1-20260820-bowline.zip',
        'services',
        'larder-mini-14-arm64.zip',
        'for release 14',
    ],
    'services for another processor' => [
        'SK-07',
        'driftglass-15.1-20260820-bowline.zip',
        'services',
        'larder-mini-15-arm.zip',
        'for arm',
    ],
    'firmware that is too old' => [
        'SK-04',
        'saltern-15.2-20260903-bowline.zip',
        'firmware 5.2.11',
        'firmware-5.2.8-bowline.zip',
        'older than the build needs',
    ],
    'firmware of another region' => [
        'SK-10',
        'driftglass-15.1-20260902-becket.zip',
        'firmware',
        'firmware-13.1-becket-in.zip',
        'for another region',
    ],
]);

it('does not name files for other phones at all', function () {
    foreach (advice('driftglass-15.1-20260820-bowline.zip', 'SK-07') as $need) {
        expect(array_keys($need['others']))
            ->not->toContain('wicket-4.1-becket.img')
            ->not->toContain('firmware-13.1-becket-eu.zip');
    }
});

it('says what to get where nothing serves, and who else would where several do', function () {
    $bare = advice('driftglass-15.1-20260820-bowline.zip', 'SK-07', [
        World::package('driftglass-15.1-20260820-bowline.zip'),
    ]);
    expect($bare['the boot image of the same build']['why'])
        ->toBe('No file on the shelf serves. Get the boot image of the same build.')
        ->and(array_filter(array_column($bare, 'chosen')))
        ->toBe([]);

    $nightly = Package::fromArray(
        ['path' => '/shelf/wicket-4.2-bowline.img'] +
            World::altered('wicket-4.1-bowline.img', ['version' => '4.2', 'channel' => 'nightly'])->toArray(),
    );
    $several = advice('driftglass-15.1-20260820-bowline.zip', 'SK-07', [...wholeShelf(), $nightly]);
    expect($several['Wicket 4.1 or newer'])
        ->toMatchArray(['chosen' => 'wicket-4.1-bowline.img', 'why' => 'It is the newest stable one of 2 that serve.'])
        ->and($several['Wicket 4.1 or newer']['others']['wicket-4.2-bowline.img'])
        ->toBe('It would serve, but it is a nightly.');
});

it('asks for firmware only where a slot is old', function () {
    expect(array_keys(advice('saltern-15.2-20260903-bowline.zip', 'SK-07')))
        ->not->toContain('firmware 5.2.11 or newer')
        ->and(
            array_keys(
                advice('saltern-15.2-20260903-bowline.zip', 'SK-07', null, ['slot.b.firmware.version' => '5.2.10']),
            ),
        )
        ->toContain('firmware 5.2.11 or newer');
});

it('says for which builds on which phones a file goes into the kit', function (string $file, array $served) {
    $units = array_map(
        static fn(string $label): array => [World::unit($label), World::sheet((string) World::unit($label)->codename)],
        ['SK-04', 'SK-07', 'SK-09'],
    );
    $rows = KitAdvice::servedBy(World::package($file), $units, wholeShelf(), new HouseRules());

    expect(
        array_values(array_unique(array_map(static fn(array $row): string => "{$row['unit']} {$row['build']}", $rows))),
    )->toEqualCanonicalizing($served);
})->with([
    'firmware for the one old slot' => ['firmware-5.2.11-bowline.zip', ['SK-04 Saltern 15.2', 'SK-04 Driftglass 15.1']],
    'a recovery' => ['wicket-4.1-becket.img', ['SK-09 Driftglass 15.1', 'SK-09 Driftglass 15.2']],
    'a file that no build needs' => ['sweep-1.1.zip', []],
]);

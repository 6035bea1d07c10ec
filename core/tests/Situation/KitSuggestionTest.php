<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;

/**
 * Names of the files suggested for a build on a phone, from the whole demo shelf and what is added to it.
 *
 * @param  list<Package>  $more
 * @param  array<string, mixed>  $otherwise
 * @return list<string>
 */
function suggested(string $build, string $unit, array $more = [], array $otherwise = []): array
{
    $paths = array_merge(glob(World::shelf() . '/*.zip') ?: [], glob(World::shelf() . '/*.img') ?: []);
    $shelf = [...array_map(static fn(string $path): Package => World::package(basename($path)), $paths), ...$more];
    $phone = World::unit($unit, $otherwise);
    $kit = KitSuggestion::for(
        World::package($build),
        World::sheet($phone->codename),
        $phone,
        Stock::of($shelf),
        new HouseRules(),
    );

    return array_map(static fn(Package $package): string => $package->name(), $kit);
}

it('takes the recovery, the images and the services that a bare build needs', function () {
    expect(suggested('driftglass-15.1-20260820-bowline.zip', 'SK-07'))->toBe([
        'driftglass-15.1-20260820-bowline.zip',
        'wicket-4.1-bowline.img',
        'driftglass-15.1-boot-bowline.img',
        'driftglass-15.1-dtbo-bowline.img',
        'larder-mini-15-arm64.zip',
    ]);
});

it('takes no services for a build that carries its own, and no firmware where it is new enough', function () {
    expect(suggested('saltern-15.2-20260903-bowline.zip', 'SK-07'))->toBe(World::SALTERN);
});

it('takes firmware where one slot is old', function () {
    expect(suggested('saltern-15.2-20260903-bowline.zip', 'SK-04'))
        ->toContain('firmware-5.2.11-bowline.zip')
        ->not->toContain('firmware-5.2.8-bowline.zip');
});

it('takes the newest of several that serve', function () {
    $newer = Package::fromArray(
        ['path' => '/shelf/wicket-4.2-bowline.img'] +
            World::altered('wicket-4.1-bowline.img', ['version' => '4.2'])->toArray(),
    );

    expect(suggested('saltern-15.2-20260903-bowline.zip', 'SK-07', [$newer]))
        ->toContain('wicket-4.2-bowline.img')
        ->not->toContain('wicket-4.1-bowline.img');
});

it('leaves a damaged file on the shelf, however new', function () {
    $broken = World::altered('wicket-4.1-bowline.img', ['version' => '9.9', 'sha256' => str_repeat('0', 64)]);

    expect(suggested('saltern-15.2-20260903-bowline.zip', 'SK-07', [$broken]))->toBe(World::SALTERN);
});

it('takes nothing that is made for another phone', function () {
    expect(suggested('saltern-15.2-20260903-bowlane.zip', 'SK-07'))->toBe([
        'saltern-15.2-20260903-bowlane.zip',
        'wicket-4.1-bowline.img',
    ]);
});

/**
 * Names of the files suggested for any intent.
 *
 * @param  array<string, mixed>  $otherwise
 * @return list<string>
 */
function suggestedFor(Intent $intent, ?string $subject, string $unit, array $otherwise = []): array
{
    $paths = array_merge(glob(World::shelf() . '/*.zip') ?: [], glob(World::shelf() . '/*.img') ?: []);
    $phone = World::unit($unit, $otherwise);
    $kit = KitSuggestion::of(
        $intent,
        $subject === null ? null : World::package($subject),
        World::sheet($phone->codename),
        $phone,
        Stock::of(array_map(static fn(string $path): Package => World::package(basename($path)), $paths)),
    );

    return array_map(static fn(Package $package): string => $package->name(), $kit);
}

it('adds a recovery to other jobs only where none that serves is there', function (
    Intent $intent,
    ?string $subject,
    string $unit,
    array $otherwise,
    array $kit,
) {
    expect(suggestedFor($intent, $subject, $unit, $otherwise))->toBe($kit);
})->with([
    'an update with the recovery that is there' => [
        Intent::UpdateInPlace,
        'lamplight-9.4-20250611-marl.zip',
        'SK-06',
        [],
        ['lamplight-9.4-20250611-marl.zip'],
    ],
    'an update with a recovery that cannot sideload' => [
        Intent::UpdateInPlace,
        'lamplight-9.4-20250611-marl.zip',
        'SK-06',
        ['slot.-.recovery.abilities' => ['backup']],
        ['lamplight-9.4-20250611-marl.zip', 'lychgate-2.2-marl.img'],
    ],
    'a fix without a recovery' => [
        Intent::AddOn,
        'radio-fix-1-becket.zip',
        'SK-09',
        [],
        ['radio-fix-1-becket.zip', 'wicket-4.1-becket.img'],
    ],
    'a kernel image, which needs none' => [
        Intent::Kernel,
        'ferrule-15.1-becket.img',
        'SK-09',
        [],
        ['ferrule-15.1-becket.img'],
    ],
    'a restore with a recovery that can' => [Intent::RestoreBackup, null, 'SK-13', [], []],
    'a restore on a phone without one' => [
        Intent::RestoreBackup,
        null,
        'SK-13',
        ['slot.-.recovery.family' => null],
        ['lychgate-2.2-marl.img'],
    ],
    'a second recovery with the first one beside it' => [
        Intent::Recovery,
        'lychgate-2.4-second-stage-marl.img',
        'SK-06',
        ['slot.-.recovery.family' => null],
        ['lychgate-2.4-second-stage-marl.img', 'lychgate-2.2-marl.img'],
    ],
    'a second recovery where the first one runs' => [
        Intent::Recovery,
        'lychgate-2.4-second-stage-marl.img',
        'SK-06',
        [],
        ['lychgate-2.4-second-stage-marl.img'],
    ],
    'a generic image with the verification image of the base' => [
        Intent::GenericImage,
        'saltern-generic-15-arm64.img',
        'SK-09',
        [],
        ['saltern-generic-15-arm64.img', 'verify-13.1-becket.img'],
    ],
    'a new layout with all that it needs' => [
        Intent::Fresh,
        'saltern-13.4-20260802-prusik.zip',
        'SK-11',
        [],
        [
            'saltern-13.4-20260802-prusik.zip',
            'firmware-11.1.2-prusik.zip',
            'wicket-4.1-prusik.img',
            'empty-super-prusik.img',
            'slot-copy-1.2.zip',
            'verify-11.1.2-prusik.img',
        ],
    ],
    'an unlock, which needs nothing' => [Intent::Unlock, null, 'SK-01', [], []],
    'a bundle, which needs nothing' => [
        Intent::BackToStock,
        'hull-13.0-becket-eu.zip',
        'SK-09',
        [],
        ['hull-13.0-becket-eu.zip'],
    ],
]);

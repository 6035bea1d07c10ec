<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Kit\UpdateWatch;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Situation\Stock;

/**
 * @param  list<string|Package>  $shelf
 * @param  array<string, mixed>  $otherwise
 */
function watched(string $unit, array $shelf, array $otherwise = []): ?UpdateWatch
{
    $one = World::unit($unit, $otherwise);

    return UpdateWatch::of(
        $one,
        World::sheet((string) $one->codename),
        Stock::of(array_map(static fn(string|Package $p): Package => is_string($p) ? World::package($p) : $p, $shelf)),
    );
}

const NEWER = 'lamplight-9.4-20250611-marl.zip';

it('finds the newer build of the same family, and says whether it is worth it', function () {
    $update = watched('SK-06', [NEWER]);

    expect($update?->build->title())
        ->toBe('Lamplight 9.4')
        ->and($update?->runs)
        ->toBe('Lamplight 9.3')
        ->and($update?->worth)
        ->toContain('worth an evening')
        ->and($update?->obstacle)
        ->toBeNull();
});

it('says so where it cannot go in over what is there', function () {
    expect(watched('SK-06', [NEWER], ['slot.-.os.signer' => str_repeat('ab', 32)])?->obstacle)->toContain('other keys');
});

it('finds nothing', function (string $unit, Closure $shelf, array $otherwise) {
    expect(watched($unit, $shelf(), $otherwise))->toBeNull();
})->with([
    'of the same version' => ['SK-06', fn() => [NEWER], ['slot.-.os.version' => '9.4']],
    'of another family' => ['SK-06', fn() => [NEWER], ['slot.-.os.family' => 'Driftglass']],
    'for another phone' => [
        'SK-02',
        fn() => [NEWER],
        ['slot.-.os.family' => 'Lamplight', 'slot.-.os.version' => '9.0'],
    ],
    'on a phone that nobody has looked at' => ['SK-06', fn() => [NEWER], ['slot.-.os.version' => null]],
    'that needs another build underneath' => [
        'SK-06',
        fn() => [World::altered(NEWER, ['updateType' => 'incremental'])],
        [],
    ],
    'on an empty shelf' => ['SK-06', fn() => [], []],
]);

it('takes a stable build before a newer nightly', function () {
    $nightly = World::altered(NEWER, ['version' => '9.9', 'channel' => 'nightly']);

    expect(watched('SK-06', [$nightly, NEWER])?->build->title())
        ->toBe('Lamplight 9.4')
        ->and(watched('SK-06', [$nightly])?->build->title())
        ->toBe('Lamplight 9.9');
});

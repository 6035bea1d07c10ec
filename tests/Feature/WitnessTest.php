<?php

declare(strict_types=1);

use App\Prove\Changes;
use App\Run\Rehearsal;
use Tests\Support\World;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;

/*
 * The stand-in is the witness of the proof: a plan is changed, and either the proof refuses it, or the simulated
 * phone, which knows nothing of the proof's rules, still starts and ends the same.
 */

it('finds no changed plan that the proof allows and the phone does not survive', function (string $unit, array $kit) {
    $changes = Changes::of(World::plan($unit, $kit), World::files($kit));

    expect($changes->wrong)
        ->toBe([])
        ->and($changes->refused)
        ->toBeGreaterThan(10)
        ->and($changes->allowed)
        ->toBeGreaterThan(3);
})->with([['SK-07', World::DRIFTGLASS], ['SK-04', [...World::SALTERN, World::FIRMWARE]], ['SK-08', World::SALTERN]]);

it('would notice a proof that is wrong: a plan carried out without its firmware ends in a loop', function () {
    $kit = [...World::SALTERN, World::FIRMWARE];
    $situation = World::situation('SK-04', $kit, [
        'slot.a.firmware.version' => '5.2.8',
        'slot.b.firmware.version' => '5.2.8',
    ]);
    $plan = Planner::plan($situation);
    $keep = array_keys(
        array_filter($plan->steps, static fn(Step $step): bool => !str_starts_with($step->draft->key, 'base.firmware')),
    );
    $rehearsal = Rehearsal::of(
        Changes::rearranged($plan, $keep),
        $situation->unit,
        $situation->sheet,
        World::files($kit),
    );

    expect($rehearsal->started)
        ->toBeFalse()
        ->and($rehearsal->says)
        ->toContain('mode is boot-loop')
        ->and(Changes::proofAllows($plan, $keep))
        ->toBeFalse();
});

it('would notice a phone that ends otherwise than the proof said', function () {
    $document = World::document(World::plan('SK-07', World::SALTERN));
    $document['after']['slot.a.os.buildId'] = 'something else';
    $rehearsal = Rehearsal::of($document, World::unit('SK-07'), World::sheet('bowline'), World::files(World::SALTERN));

    expect($rehearsal->started)
        ->toBeTrue()
        ->and($rehearsal->differences)
        ->toBe(['slot.a.os.buildId: the proof says "something else", the phone has "saltern-15.2-20260903-bowline"']);
});

it('stops where the phone refuses, with its words', function () {
    $document = World::document(World::plan('SK-07', World::SALTERN));
    $files = World::files(World::SALTERN);
    $files[World::SALTERN[0]] = World::path('saltern-15.2-20260903-bowlane.zip');
    $rehearsal = Rehearsal::of($document, World::unit('SK-07'), World::sheet('bowline'), $files);

    expect($rehearsal->started)
        ->toBeFalse()
        ->and($rehearsal->says)
        ->toContain('This package is for bowlane; this phone is another one');
});

it('carries a plan out with files that say nothing themselves, and lists what it took on trust', function (
    string $unit,
    array $kit,
    array $trusted,
) {
    $situation = World::situation($unit, $kit);
    $document = World::document(Planner::plan($situation));
    $rehearse = fn(bool $unmarked): Rehearsal => Rehearsal::of(
        $document,
        $situation->unit,
        $situation->sheet,
        World::files($kit),
        packages: $situation->kit,
        unmarked: $unmarked,
    );
    $bare = $rehearse(true);

    expect($bare->started)
        ->toBeTrue()
        ->and($bare->differences)
        ->toBe([])
        ->and(array_values($bare->phone->labels->onTrust))
        ->toContain(...$trusted)
        ->and($rehearse(false)->phone->labels->onTrust)
        ->toBe([]);
})->with([
    'a build, its images, a recovery, services' => [
        'SK-07',
        World::DRIFTGLASS,
        [
            'that the image for system belongs to driftglass-15.1-20260820-bowline',
            'that the image for dtbo belongs to driftglass-15.1-20260820-bowline',
            'that the image for vendor_boot belongs to Wicket 4.1',
            'that the package adds Larder mini 15',
        ],
    ],
    'firmware' => [
        'SK-04',
        [...World::SALTERN, World::FIRMWARE],
        ['that the image for modem belongs to Ostrand firmware 5.2.11'],
    ],
]);

it('contradicts what is only stated, where it does not fit', function () {
    $situation = World::situation('SK-07', [
        ...array_slice(World::DRIFTGLASS, 0, 4),
        World::altered('larder-mini-15-arm64.zip', ['release' => '15']),
    ]);
    $other = World::altered('larder-mini-15-arm64.zip', ['release' => '14']);
    $rehearsal = Rehearsal::of(
        World::document(Planner::plan($situation)),
        $situation->unit,
        $situation->sheet,
        World::files(World::DRIFTGLASS),
        packages: [...array_slice($situation->kit, 0, 4), $other],
        unmarked: true,
    );

    expect($rehearsal->started)->toBeFalse();
});

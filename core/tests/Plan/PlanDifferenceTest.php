<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\PlanDifference;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;

/** @return array<string, mixed> */
function differing(Plan $before, Plan $after): array
{
    $difference = PlanDifference::between($before->toArray(), $after->toArray())->toArray();
    Schema::of('plan-difference')->check(json_decode((string) json_encode($difference)), 'difference');

    return $difference;
}

it('finds nothing between two plans of one situation', function () {
    $plan = World::plan('SK-07', World::SALTERN);

    expect(differing($plan, World::plan('SK-07', World::SALTERN))['changed'])
        ->toBeFalse()
        // A plan that was kept has lists where a fresh one has empty objects.
        ->and(PlanDifference::between(World::document($plan), $plan->toArray())->isEmpty())
        ->toBeTrue();
});

it('says that another order of the erase moves one step, and no other', function () {
    $difference = differing(
        World::plan('SK-07', World::SALTERN),
        World::plan('SK-07', World::SALTERN, house: new HouseRules(formatOrder: 'after')),
    );

    // Two neighbours have changed places, so that either of them can be said to have moved.
    expect(array_column($difference['steps'], 'change'))
        ->toBe(['moved'])
        ->and($difference['steps'][0]['title'])
        ->toBeIn(['Format data', 'Sideload Saltern 15.2 into slot A']);
});

it('says which step and which loss go when a file and a waiver are left out', function () {
    $with = World::plan('SK-07', World::DRIFTGLASS);
    $without = World::plan('SK-07', array_slice(World::DRIFTGLASS, 0, 4));
    $difference = differing($with, $without);

    expect(array_column($difference['steps'], 'change', 'title')['Sideload Larder mini 15 into slot A'] ?? null)
        ->toBe('gone')
        ->and(array_column($difference['figures'], 'name'))
        ->toContain('steps', 'expectedSeconds');
});

it('says what is no longer open when something is agreed to', function () {
    $open = World::plan('SK-07', World::SALTERN, ['battery.percent' => 20]);
    $agreed = World::plan('SK-07', World::SALTERN, ['battery.percent' => 20], answers: new Answers(['PREP-2']));
    $lines = array_column(differing($open, $agreed)['findings'], 'how', 'key');

    expect($lines['PREP-2'] ?? null)->toBe('decide, now good to know');
});

it('compares with a plan that must not be run, which has no steps', function () {
    $blocked = World::plan('SK-07', World::SALTERN, ['bootloader.lockGuard' => true]);
    $difference = differing(World::plan('SK-07', World::SALTERN), $blocked);

    expect($difference['after'])
        ->toBe('Do not run')
        ->and(array_unique(array_column($difference['steps'], 'change')))
        ->toBe(['gone'])
        ->and(array_column($difference['findings'], 'change', 'key')['PREP-8'] ?? null)
        ->toBe('added');
});

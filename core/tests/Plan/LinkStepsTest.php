<?php

declare(strict_types=1);

use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

/*
 * A phone in its system is seen by the computer only where debugging is on and the computer is authorised. Where they
 * are not, or nobody looked, that is the first thing that the plan does.
 */

/** @return list<string> keys of the steps before the first restart */
function firstSteps(Intent $intent, array $phone): array
{
    $sheet = $intent === Intent::Base ? Fixture::twoSlots() : Fixture::oneSlot();
    $kit = match ($intent) {
        Intent::Base => [Fixture::firmware($sheet, '3.2')],
        Intent::Recovery => [Fixture::recovery($sheet)],
        default => [Fixture::build($sheet), Fixture::recovery($sheet)],
    };
    $keys = array_map(
        static fn(Step $step): string => $step->draft->key,
        Planner::plan(Fixture::situation($sheet, $kit, $phone, $intent))->steps,
    );

    return array_slice($keys, 0, 2);
}

it('allows debugging before the first step that needs the link', function (Intent $intent, array $phone, array $first) {
    expect(firstSteps($intent, $phone))->toBe($first);
})
    ->with([
        'a fresh install' => [Intent::Fresh],
        'the base alone' => [Intent::Base],
        'a recovery' => [Intent::Recovery],
    ])
    ->with([
        'off' => [['debugging.allowed' => false], ['prep.switches', 'prep.prove-system']],
        'not authorised' => [['debugging.authorised' => false], ['prep.switches', 'prep.prove-system']],
        'not seen' => [['debugging.allowed' => null], ['prep.switches', 'prep.prove-system']],
    ]);

it('asks for no switch where it is on, or where the phone is not in its system', function (
    array $phone,
    string $first,
) {
    expect(firstSteps(Intent::Recovery, $phone)[0])->toBe($first);
})->with([
    'on' => [[], 'prep.prove-system'],
    'in the bootloader' => [['mode' => 'bootloader', 'debugging.allowed' => false], 'base.prove'],
]);

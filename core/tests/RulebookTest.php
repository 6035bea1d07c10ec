<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Rulebook;

it('explains every rule that a finding or a reason of the demo world names', function () {
    $named = [];
    $plans = [
        World::plan('SK-07', World::DRIFTGLASS),
        World::plan('SK-04', [...World::SALTERN, World::FIRMWARE]),
        World::plan('SK-08', World::SALTERN),
        World::plan('SK-04', ['saltern-15.2-20260903-bowlane.zip']),
        World::plan('SK-07', World::SALTERN, ['mode' => 'stuck']),
    ];
    foreach ($plans as $plan) {
        array_push($named, ...array_map(static fn(Finding $finding): string => $finding->rule->value, $plan->findings));
        foreach ($plan->steps as $step) {
            array_push(
                $named,
                ...array_map(static fn(Reason $reason): string => $reason->rule->value, $step->draft->reasons),
            );
        }
    }
    // "MODE" is no rule: a restart that only brings the phone into the mode of the next step.
    $unknown = array_diff(array_unique($named), ['MODE'], array_keys(Rulebook::all()));

    expect($unknown)->toBe([])->and(count(array_unique($named)))->toBeGreaterThan(15);
});

it('says what each rule is for in whole sentences', function () {
    foreach (Rulebook::all() as $id => $purposes) {
        expect($id)->toMatch('/^[A-Z]+(-\d+)?$/');
        expect($purposes)->each->toEndWith('.');
    }
});

it('gives every step a reason, an instruction, evidence and a way on when it fails', function (
    string $unit,
    array $kit,
) {
    foreach (World::plan($unit, $kit)->steps as $step) {
        $operation = $step->draft->operation;
        expect($step->draft->reasons)
            ->not->toBe([], $operation->title())
            ->and($operation->instruction())
            ->not->toBe('')
            ->and($operation->youWillSee())
            ->not->toBe('')
            ->and($operation->evidence())
            ->not->toBe('')
            ->and($operation->whenItFails())
            ->not->toBe('')
            ->and($step->timing->expectedSeconds)
            ->toBeLessThanOrEqual($step->timing->longSeconds)
            ->and($step->timing->longSeconds)
            ->toBeLessThanOrEqual($step->timing->giveUpSeconds);
    }
    expect(array_map(static fn(Step $step): int => $step->number, World::plan($unit, $kit)->steps))->toBe(
        range(1, count(World::plan($unit, $kit)->steps)),
    );
})->with([['SK-07', World::DRIFTGLASS], ['SK-04', [...World::SALTERN, World::FIRMWARE]], ['SK-08', World::SALTERN]]);

<?php

declare(strict_types=1);

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Operation\Charge;
use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\SignOut;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\Size;

/** @param array<string, mixed> $otherwise */
function budgetOf(array $operations, array $otherwise = [], HouseRules $house = new HouseRules()): Budget
{
    $sheet = Fixture::twoSlots();
    $situation = Fixture::situation($sheet, [Fixture::build($sheet)], $otherwise, house: $house);
    $steps = [];
    foreach ($operations as $index => $operation) {
        $steps[] = new StepDraft("step.{$index}", Phase::Prepare, $operation, []);
    }

    return Budget::of($steps, ExpectedStates::over($steps, $situation->state, $situation->sheet), $situation);
}

it('adds up the time of the steps, usual and slow', function () {
    $budget = budgetOf([new SignOut(), new WaitFirstBoot()]);

    expect($budget->expectedSeconds())
        ->toBe(120 + 300)
        ->and($budget->longSeconds())
        ->toBe(180 + 900);
});

it('drains the battery by time at this model\'s rate', function () {
    // 300 seconds at 0.5 percent a minute is 2.5 percent.
    $budget = budgetOf([new WaitFirstBoot(), new WaitFirstBoot(), new WaitFirstBoot(), new WaitFirstBoot()]);

    expect($budget->batteryAfter)
        ->toBe([78, 75, 73, 70])
        ->and($budget->batteryAtEnd())
        ->toBe(70);
});

it('rises while charging and drains from there', function () {
    expect(budgetOf([new Charge(90), new WaitFirstBoot()], ['battery.percent' => 30])->batteryAfter)->toBe([90, 88]);
});

it('asks for the floor, or for the reserve and what the run takes, whichever is more', function (
    HouseRules $house,
    int $needed,
) {
    expect(budgetOf([new WaitFirstBoot()], house: $house)->neededPercent)->toBe($needed);
})->with([
    'the floor' => [new HouseRules(batteryFloorPercent: 60, batteryReservePercent: 20), 60],
    'the reserve' => [new HouseRules(batteryFloorPercent: 30, batteryReservePercent: 50), 53],
]);

it('does not invent a battery that nobody has read', function () {
    $budget = budgetOf([new SignOut()], ['battery.percent' => null]);

    expect($budget->batteryAfter)
        ->toBe([null])
        ->and($budget->batteryAtEnd())
        ->toBeNull();
});

it('never falls below empty', function () {
    expect(budgetOf([new WaitFirstBoot()], ['battery.percent' => 1])->batteryAtEnd())->toBe(0);
});

it('has nothing to say about no steps', function () {
    $budget = budgetOf([]);

    expect($budget->expectedSeconds())->toBe(0)->and($budget->batteryAtEnd())->toBeNull();
});

it('writes sizes and times as people read them', function (int $bytes, string $text) {
    expect(Size::text($bytes))->toBe($text);
})->with([[0, '0 B'], [1023, '1023 B'], [1024, '1.0 KiB'], [2_259_071, '2.2 MiB'], [2_147_301_884, '2.0 GiB']]);

it('writes short times in seconds and long ones in minutes', function () {
    expect([Size::minutes(20), Size::minutes(60), Size::minutes(446)])->toBe(['20 s', '1 min', '7 min']);
});

it('proves links without spending much of either', function () {
    expect(budgetOf([new ProveLink(Mode::System, 'X')])->expectedSeconds())->toBeLessThan(60);
});

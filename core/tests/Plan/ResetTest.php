<?php

declare(strict_types=1);

use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

/*
 * The maker's own recovery resets a phone whose own system hangs at its logo.
 */

/** With every word given. */
function resetPlan(array $phone): Plan
{
    $situation = Fixture::situation(Fixture::oneSlot(), [], ['mode' => 'stuck', ...$phone], Intent::Reset);
    $keys = array_map(static fn(Finding $one): string => $one->key, Planner::plan($situation)->findings);

    return Planner::plan($situation->with(answers: Answers::toEverything($keys)));
}

it("enters the maker's recovery with the keys, resets, and starts the same system", function (array $phone) {
    $plan = resetPlan($phone);
    $titles = array_map(static fn(Step $step): string => $step->draft->operation->title(), $plan->steps);

    expect($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and($titles)
        ->toBe([
            'Enter the recovery with the keys',
            "Reset the data in the maker's recovery",
            'Restart into the system',
            'First boot',
            'Check build, slot, services and radio serial',
        ]);
})->with([
    'stuck' => [[]],
    'looping' => [['mode' => 'boot-loop']],
    'locked' => [['bootloader.unlocked' => false]],
]);

it('does not reset what a reset does not help', function (array $phone) {
    expect(resetPlan($phone)->verdict->level)->toBe(Verdict::STOP);
})->with([
    'a phone that runs' => [['mode' => 'system']],
    'a build of anyone else' => [['slot.-.os.stock' => false]],
    'a system written in part' => [['slot.-.os.state' => 'incomplete']],
    'another recovery' => [['slot.-.recovery.family' => 'Corbie']],
]);

it('leaves an account to its owner', function (bool $signedIn, string $level) {
    expect(resetPlan(['locks.accounts' => $signedIn])->verdict->level)->toBe($level);
})->with([[true, Verdict::SETTLE], [false, Verdict::CLEAR]]);

it('erases a trial along with the data that it lies in', function () {
    $plan = resetPlan(['trial.family' => 'Lamplight']);

    expect($plan->verdict->level)->toBe(Verdict::CLEAR)->and($plan->end->text('trial.family'))->toBeNull();
});

<?php

declare(strict_types=1);

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\LossClass;

/** @return list<string> what is in the way, as "RULE need: found" */
function openIn(Plan $plan): array
{
    $open = array_filter(
        $plan->findings,
        static fn(Finding $finding): bool => in_array($finding->severity, [Severity::Stop, Severity::Settle], true),
    );

    return array_values(array_map(static fn(Finding $f): string => "{$f->rule->value} {$f->need}: {$f->found}", $open));
}

/** @return list<string> */
function keysIn(Plan $plan): array
{
    return array_map(static fn(Step $step): string => $step->toArray()['key'], $plan->steps);
}

it('plans for a phone of no world, with one slot and with two', function (Closure $sheet, string $recovery) {
    $sheet = $sheet();
    $plan = Planner::plan(Fixture::situation($sheet, [Fixture::build($sheet), Fixture::recovery($sheet)]));

    expect(openIn($plan))
        ->toBe([])
        ->and($plan->verdict->level)
        ->toBe(Verdict::CLEAR)
        ->and(keysIn($plan))
        ->toBe([
            'prep.prove-system',
            'base.prove/to-bootloader',
            'base.prove',
            'recovery.image.recovery',
            'recovery.prove/to-recovery',
            'recovery.prove',
            'erase.format',
            'install.build/to-sideload',
            'install.build',
            'prove.first-boot/to-system',
            'prove.first-boot',
            'prove.verify',
        ])
        ->and($plan->steps[3]->toArray()['title'])
        ->toBe($recovery);
})->with([
    'two slots' => [fn() => Fixture::twoSlots(), 'Corbie 1.4 into slot A'],
    'one slot' => [fn() => Fixture::oneSlot(), 'Corbie 1.4'],
]);

it('writes firmware only where the phone has it too old', function (
    string $has,
    array $firmware,
    string $level,
    int $written,
) {
    $sheet = Fixture::twoSlots();
    $build = Fixture::build($sheet, [Field::FIRMWARE_MIN => '3.2', Field::FIRMWARE_SLOTS => 'next']);
    $files = array_map(static fn(string $version) => Fixture::firmware($sheet, $version), $firmware);
    $there = ['slot.a.firmware.version' => '3.1', 'slot.b.firmware.version' => $has];
    $plan = Planner::plan(Fixture::situation($sheet, [$build, Fixture::recovery($sheet), ...$files], $there));

    expect($plan->verdict->level)
        ->toBe($level)
        ->and(array_filter(keysIn($plan), static fn(string $key): bool => str_starts_with($key, 'base.firmware.')))
        ->toHaveCount($written);
})->with([
    'new enough' => ['3.2', [], Verdict::CLEAR, 0],
    'newer, as a number and not as a word' => ['3.10', [], Verdict::CLEAR, 0],
    'too old and none in the kit' => ['3.1', [], Verdict::STOP, 0],
    'too old and in the kit' => ['3.1', ['3.2'], Verdict::CLEAR, 1],
    'too old, as what is in the kit' => ['3.1', ['3.1'], Verdict::STOP, 0],
]);

it('stops at what is not for this phone, and names it', function (array $facts, string $rule) {
    $sheet = Fixture::twoSlots();
    $plan = Planner::plan(Fixture::situation($sheet, [Fixture::build($sheet, $facts), Fixture::recovery($sheet)]));

    expect($plan->verdict->level)->toBe(Verdict::STOP)->and(implode(' ', openIn($plan)))->toContain($rule);
})->with([
    'a build for another codename' => [[Field::CODENAMES => ['corbel']], 'FIT-1'],
    'a build that leaves this model out' => [[Field::EXCLUDES => ['ASHLAR-1']], 'FIT-2'],
    'a build for another processor' => [[Field::ARCHITECTURE => 'x86_64'], 'FIT-3'],
]);

it('asks for what would be lost, once there is something', function () {
    $sheet = Fixture::oneSlot();
    $kit = [Fixture::build($sheet), Fixture::recovery($sheet)];
    $open = static fn(array $facts, Answers $answers = new Answers()): array => openIn(
        Planner::plan(Fixture::situation($sheet, $kit, $facts, answers: $answers)),
    );

    expect($open(['data.holds.photos' => true]))
        ->toHaveCount(1)
        ->and($open(['data.holds.photos' => null]))
        ->toHaveCount(1)
        ->and($open(['data.holds.photos' => true], new Answers(waived: [LossClass::Photos])))
        ->toBe([]);
});

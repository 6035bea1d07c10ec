<?php

declare(strict_types=1);

use App\Run\Rehearsal;
use Tests\Support\World;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/**
 * @param  array<string, mixed>  $otherwise
 * @param  list<string>  $agreed
 */
function unlocking(string $label, array $otherwise = [], string $at = '2026-09-20T12:00:00Z', array $agreed = []): Plan
{
    $unit = World::unit($label, $otherwise);

    return Planner::plan(
        new Situation(
            World::sheet((string) $unit->codename),
            $unit,
            [],
            Intent::Unlock,
            $at,
            answers: new Answers($agreed, Tornavis\Core\Words\LossClass::cases()),
        ),
    );
}

it('switches first, unlocks, sets up anew and switches debugging on again', function () {
    $plan = unlocking('SK-01', ['bootloader.waitStarted' => '2026-09-10T09:00:00Z', 'battery.percent' => 90]);

    expect($plan->verdict->words())
        ->toBe('Clear to run')
        ->and(array_map(static fn(Step $step): string => $step->draft->operation->name()->value, $plan->steps))
        ->toBe([
            'set-switches',
            'prove-link',
            'reboot',
            'prove-link',
            'unlock',
            'reboot',
            'wait-first-boot',
            'set-switches',
            'verify',
        ])
        ->and($plan->end->flag('bootloader.unlocked'))
        ->toBeTrue()
        ->and($plan->title())
        ->toBe('halyard SK-01: unlock');
});

it('says in the ledger what unlocking erases', function () {
    $lost = array_filter(
        unlocking('SK-01', ['bootloader.waitStarted' => '2026-09-10T09:00:00Z'])->ledger->entries ?? [],
        static fn($entry): bool => $entry->step !== null,
    );

    expect(array_values(array_map(static fn($entry): string => $entry->class->value, $lost)))->toBe(['photos']);
});

it('waits out the exact hours', function (array $otherwise, string $at, string $level, string $found) {
    $plan = unlocking('SK-01', $otherwise + ['battery.percent' => 90], $at);
    $wait = array_values(array_filter($plan->findings, static fn($f): bool => $f->key === 'PREP-1:wait'))[0];

    expect($wait->severity->value)->toBe($level)->and($wait->found)->toContain($found);
})->with([
    'not started' => [[], '2026-09-20T12:00:00Z', 'settle', 'not started'],
    'a minute too early' => [
        ['bootloader.waitStarted' => '2026-09-10T09:00:00+02:00'],
        '2026-09-17T06:59:00Z',
        'settle',
        'in 1 minute',
    ],
    'to the minute' => [
        ['bootloader.waitStarted' => '2026-09-10T09:00:00+02:00'],
        '2026-09-17T07:00:00Z',
        'clear',
        'since 2026-09-17 07:00 UTC',
    ],
    'a time that cannot be read' => [
        ['bootloader.waitStarted' => 'last Tuesday-ish'],
        '2026-09-20T12:00:00Z',
        'settle',
        'cannot be read',
    ],
]);

it('does not unlock what is unlocked, guarded or still signed in', function (array $otherwise, string $words) {
    $plan = unlocking('SK-01', $otherwise + ['bootloader.waitStarted' => '2026-09-01T09:00:00Z']);
    expect($plan->verdict->level)->not->toBe('clear')->and(json_encode($plan->toArray()))->toContain($words);
})->with([
    [['bootloader.unlocked' => true], 'nothing to unlock'],
    [['bootloader.lockGuard' => true], 'lock-guard'],
    [['locks.accounts' => true], 'Only the owner can sign out'],
]);

it('unlocks the simulated phone as the proof says', function () {
    $unit = World::unit('SK-01', ['bootloader.waitStarted' => '2026-09-10T09:00:00Z', 'battery.percent' => 90]);
    $plan = unlocking('SK-01', ['bootloader.waitStarted' => '2026-09-10T09:00:00Z', 'battery.percent' => 90]);
    $rehearsal = Rehearsal::of(World::document($plan), $unit, World::sheet('halyard'), []);

    expect($rehearsal->differences)->toBe([])->and($rehearsal->started)->toBeTrue();
});

it('is refused by a simulated phone whose wait is not over', function () {
    $unit = World::unit('SK-01', ['bootloader.waitStarted' => gmdate(DATE_ATOM), 'battery.percent' => 90]);
    $plan = unlocking('SK-01', ['bootloader.waitStarted' => '2026-09-10T09:00:00Z', 'battery.percent' => 90]);

    expect(Rehearsal::of(World::document($plan), $unit, World::sheet('halyard'), [])->says)->toContain(
        'The wait is not over',
    );
});

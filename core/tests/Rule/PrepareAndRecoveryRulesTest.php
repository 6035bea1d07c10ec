<?php

declare(strict_types=1);

use Tests\Support\Judged;
use Tests\Support\World;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FindingAction;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\Recovery\Recovery2PutIn;
use Tornavis\Core\Tests\Fixture;
use Tornavis\Core\Words\Intent;

it('judges', Judged::expectation())->with([
    'accounts of which nobody can sign out now' => [
        'PREP-4',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        Judged::DEAD + ['locks.accounts' => true, 'locks.screen' => false],
        'settle',
        'from another device',
    ],
    'a lock that nobody can take off now' => [
        'PREP-4',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        Judged::DEAD + ['locks.accounts' => false, 'locks.screen' => true],
        'note',
        'The erase takes it along',
    ],
    'a lock that a restart does not ask about' => [
        'PREP-1',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        ['mode' => 'recovery', 'bootloader.unlocked' => false],
        'silent',
    ],
    'a lock that lets no slot be changed' => [
        'PREP-1',
        Intent::BringBack,
        'SK-07',
        fn() => [],
        [
            'mode' => 'bootloader',
            'slot.active' => 'b',
            'slot.b.os.state' => 'incomplete',
            'bootloader.unlocked' => false,
        ],
        'stop',
        'locked',
    ],
    'a bootloader that is still locked, for a kernel' => [
        'PREP-1',
        Intent::Kernel,
        'SK-09',
        fn() => ['ferrule-15.1-becket.img'],
        ['bootloader.unlocked' => false],
        'stop',
    ],
    'a recovery in vendor boot, alone' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-07',
        fn() => ['latchkey-4.2.zip', World::altered('wicket-4.1-bowline.img', ['headerVersion' => 3])],
        [],
        'stop',
        'this file names no parts',
    ],
    'a recovery that is a part of vendor boot' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-07',
        fn() => ['latchkey-4.2.zip', 'wicket-4.1-bowline.img'],
        [],
        'clear',
        'only the recovery is written',
    ],
    'a second recovery without the first' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img'],
        ['slot.-.recovery.family' => null],
        'stop',
        'Get Lychgate 2.2',
    ],
    'a second recovery with the first' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img', 'lychgate-2.2-marl.img'],
        ['slot.-.recovery.family' => null],
        'note',
        'puts it in first',
    ],
    'a second recovery where the first runs' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.4-second-stage-marl.img'],
        [],
        'clear',
    ],
    'a recovery that needs no other' => [
        'RECOVERY-4',
        Intent::Recovery,
        'SK-06',
        fn() => ['lychgate-2.2-marl.img'],
        ['slot.-.recovery.family' => null],
        'silent',
    ],
    'a recovery in boot, alone' => [
        'RECOVERY-5',
        Intent::AddOn,
        'SK-09',
        fn() => ['latchkey-4.2.zip', 'wicket-4.1-becket.img'],
        [],
        'clear',
        'without being written',
    ],
    'the recovery that is there' => ['RECOVERY-5', Intent::AddOn, 'SK-06', fn() => ['latchkey-4.2.zip'], [], 'silent'],
    'a recovery in vendor boot, with a build' => [
        'RECOVERY-5',
        Intent::Fresh,
        'SK-07',
        fn() => World::SALTERN,
        [],
        'silent',
    ],
]);

it('asks for what runs without a slot, as long as nobody knows which is in use', function (
    ?string $active,
    string $asks,
) {
    $facts = ['slot.active' => $active, 'slot.a.os.stock' => null];
    $plan = Planner::plan(World::situation('SK-07', World::DRIFTGLASS, $facts));
    $base = array_filter($plan->findings, static fn(Finding $one): bool => $one->key === 'BASE-3');

    expect(array_values($base)[0]->actions()[0]->fact)->toBe($asks);
})->with([['a', 'slot.a.os.stock'], [null, 'slot.-.os.stock']]);

it('asks at once for what the bootloader says at once', function (array $facts, array $keys, array $entered) {
    $situation = World::situation('SK-07', World::SALTERN, $facts);
    $asked = array_filter(
        [...Judged::findings('PREP-1', $situation), ...Judged::findings('SLOTS-4', $situation)],
        static fn(Finding $one): bool => $one->asks(),
    );
    $ofOne = static fn(Finding $one): array => array_map(
        static fn(FindingAction $action): ?string => $action->fact,
        $one->actions(),
    );

    expect(array_map(static fn(Finding $one): string => $one->key, array_values($asked)))
        ->toBe($keys)
        ->and(array_merge(...array_map($ofOne, array_values($asked))))
        ->toBe($entered);
})->with([
    'neither known' => [
        ['bootloader.unlocked' => null, 'slot.active' => null],
        ['PREP-1:bootloader'],
        ['bootloader.unlocked', 'slot.active'],
    ],
    'the lock known' => [['slot.active' => null], ['SLOTS-4:active'], ['slot.active']],
    'the slot known' => [['bootloader.unlocked' => null], ['PREP-1'], ['bootloader.unlocked']],
    'both known' => [[], [], []],
]);

it('says that a recovery has to run first wherever the system would put its own back', function (
    Closure $sheet,
    ?bool $stock,
    bool $isSaid,
) {
    $sheet = $sheet();
    $slot = $sheet->slots[0];
    $situation = Fixture::situation(
        $sheet,
        [Fixture::recovery($sheet)],
        ["slot.{$slot}.os.stock" => $stock],
        Intent::Recovery,
    );
    $steps = (new Recovery2PutIn())->contribute($situation)->steps;
    $why = implode(' ', array_map(static fn(Reason $one): string => $one->text, $steps[0]->reasons));
    $after = $situation->state->with($steps[0]->operation->effects($situation->state, $sheet));

    expect(str_contains($why, 'puts its own recovery back'))
        ->toBe($isSaid)
        ->and($after->flag('recovery.pending') === true)
        ->toBe($isSaid);
})->with([
    'the maker\'s system, a partition of its own' => [fn() => Fixture::oneSlot(), true, true],
    'nobody knows whose system, a partition of its own' => [fn() => Fixture::oneSlot(), null, true],
    'another system, a partition of its own' => [fn() => Fixture::oneSlot(), false, false],
    'the maker\'s system, inside vendor boot' => [fn() => Fixture::twoSlots(), true, false],
]);

<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Operation\BootOnce;
use Tornavis\Core\Operation\EraseData;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Operation\SetSwitches;
use Tornavis\Core\Operation\Unlock;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;

/*
 * The operations of the jobs that are not a fresh install: what each changes, what stands in its way, what it costs.
 */

/** @param array<string, mixed> $otherwise */
function stateOf(string $unit, array $otherwise = []): State
{
    return World::unit($unit, $otherwise)->state();
}

/** @return array<string, mixed> only what an operation really changes */
function changed(Operation $operation, State $state, string $codename): array
{
    return array_filter(
        $operation->effects($state, World::sheet($codename)),
        static fn(mixed $value, string $name): bool => ($state->values()[$name] ?? null) !== $value,
        ARRAY_FILTER_USE_BOTH,
    );
}

function inTheWay(Operation $operation, State $state, string $codename): string
{
    return implode(' ', $operation->refusals($state, World::sheet($codename)));
}

function marlSet(array $base = ['family' => 'Lamplight']): Backup
{
    return new Backup(
        'evening',
        [LossClass::Apps, LossClass::Messages],
        'computer',
        '2026-09-10T20:00:00Z',
        Backup::RECOVERY,
        $base,
    );
}

it('wipes caches and takes nothing', function () {
    $state = stateOf('SK-06', ['mode' => 'recovery']);

    expect(changed(new Wipe(Wipe::CACHES), $state, 'marl'))
        ->toBe([])
        ->and((new Wipe(Wipe::CACHES))->losses($state))
        ->toBe([])
        ->and(inTheWay(new Wipe(Wipe::CACHES), stateOf('SK-06', ['locks.accounts' => true]), 'marl'))
        ->toBe('');
});

it('wipes data and leaves the photos, where a format takes them', function () {
    $state = stateOf('SK-09', ['mode' => 'recovery']);
    $after = $state->with((new Wipe(Wipe::DATA))->effects($state, World::sheet('becket')));

    expect($after->flag('data.holds.photos'))
        ->toBeTrue()
        ->and($after->flag('data.holds.apps'))
        ->toBeFalse()
        ->and($after->flag('data.empty'))
        ->toBeTrue()
        ->and($after->text('data.encryption'))
        ->toBe('metadata')
        ->and((new Wipe(Wipe::DATA))->losses($state))
        ->not->toContain(LossClass::Photos)
        ->toContain(LossClass::SecondFactor)
        ->and((new EraseData())->losses($state))
        ->toContain(LossClass::Photos);
});

it('erases from the bootloader: data, keys and screen lock', function () {
    expect(
        changed(new EraseData(), stateOf('SK-09', ['locks.screen' => true, 'mode' => 'bootloader']), 'becket'),
    )->toMatchArray([
        'data.empty' => true,
        'data.writtenBy' => null,
        'data.encryption' => 'none',
        'data.usedBytes' => 0,
        'locks.screen' => false,
        'data.holds.photos' => false,
    ]);
});

it('unlocks, and erases with it', function () {
    $effects = changed(new Unlock(), stateOf('SK-01', ['bootloader.unlockAllowed' => true]), 'halyard');

    expect($effects)->toMatchArray(['bootloader.unlocked' => true, 'data.empty' => true, 'data.holds.photos' => false]);
});

it('starts a recovery once, which is gone after the next restart but not after a sideload', function () {
    $sheet = World::sheet('becket');
    $once = new BootOnce(World::package('wicket-4.1-becket.img'));
    $state = stateOf('SK-09', ['mode' => 'bootloader']);
    $running = $state->with($once->effects($state, $sheet));
    $sideload = new Reboot(Mode::Recovery, Mode::Sideload);
    $waiting = $running->with($sideload->effects($running, $sheet));
    $system = $running->with((new Reboot(Mode::Recovery, Mode::System))->effects($running, $sheet));

    expect($running->mode())
        ->toBe(Mode::Recovery)
        ->and($running->text('slot.running'))
        ->toBe('b')
        ->and($running->text('slot.b.recovery.family'))
        ->toBeNull()
        ->and(inTheWay($sideload, $running, 'becket'))
        ->toBe('')
        ->and($waiting->list('recovery.running'))
        ->toContain('sideload')
        ->and($system->list('recovery.running'))
        ->toBe([])
        ->and(inTheWay($sideload, $system, 'becket'))
        ->toContain('cannot sideload');
});

it('puts the recovery into the boot image of the build, whose kernel stays', function () {
    $state = stateOf('SK-09', ['mode' => 'recovery', 'slot.running' => 'a']);
    $operation = new PutRecoveryInBoot(World::package('wicket-4.1-becket.img'), 'b');
    $after = $state->with($operation->effects($state, World::sheet('becket')));

    expect($after->text('slot.b.recovery.family'))
        ->toBe('Wicket')
        ->and($after->text('slot.b.image.boot'))
        ->toBe($state->text('slot.b.image.boot'))
        ->and($operation->midway($state, World::sheet('becket')))
        ->toBe(['slot.b.image.boot' => 'an image written in part']);
});

it('gives back what the set holds', function () {
    $state = stateOf('SK-13', ['slot.running' => '-', 'data.empty' => true]);

    expect(changed(new RestoreSet(marlSet(), 'internal'), $state, 'marl'))
        ->toEqual([
            'data.empty' => false,
            'data.fromSet' => 'evening',
            'data.services' => null,
            'data.holds.apps' => true,
            'data.holds.messages' => true,
        ])
        ->and((new RestoreSet(marlSet(), 'internal'))->midway($state, World::sheet('marl')))
        ->toBe(['data.empty' => true])
        ->and((new RestoreSet(marlSet(), 'internal'))->parameters()['classes'])
        ->toBe(['apps', 'messages']);
});

it('loses in a restore what the phone holds of the same kinds, and nothing else', function (mixed $apps, array $lost) {
    $state = stateOf('SK-13', [
        'data.holds.apps' => $apps,
        'data.holds.messages' => false,
        'data.holds.photos' => true,
    ]);

    expect((new RestoreSet(marlSet(), 'internal'))->losses($state))->toBe($lost);
})->with([[true, [LossClass::Apps]], [false, []], [null, [LossClass::Apps]]]);

it('switches on what is off, and says which', function (bool $unlock, array $changes, string $title) {
    $state = stateOf('SK-01', [
        'debugging.allowed' => false,
        'debugging.authorised' => false,
        'bootloader.unlockAllowed' => false,
    ]);

    expect(changed(new SetSwitches($unlock), $state, 'halyard'))
        ->toEqual($changes)
        ->and((new SetSwitches($unlock, again: !$unlock))->title())
        ->toBe($title);
})->with([
    [
        true,
        ['debugging.allowed' => true, 'debugging.authorised' => true, 'bootloader.unlockAllowed' => true],
        'Allow unlocking and debugging',
    ],
    [false, ['debugging.allowed' => true, 'debugging.authorised' => true], 'Allow debugging again'],
]);

it('keeps data and every switch in a first boot over data that is there', function () {
    expect(array_keys(changed(new WaitFirstBoot(), stateOf('SK-06'), 'marl')))
        ->each->toStartWith('data.written')
        ->and(changed(new WaitFirstBoot(), stateOf('SK-06', ['data.empty' => true, 'data.writtenBy' => null]), 'marl'))
        ->toMatchArray(['data.empty' => false, 'debugging.allowed' => false]);
});

it('installs vendor, root and kernel packages beside the system, and removes the second one', function (
    string $unit,
    string $file,
    string $slot,
    array $expects,
) {
    $state = stateOf($unit, ['mode' => 'sideload', 'slot.running' => $slot]);
    $codename = World::unit($unit)->codename;

    expect(InstallPackage::of(World::package($file), $slot)->effects($state, World::sheet($codename)))->toMatchArray(
        $expects + ['mode' => 'recovery'],
    );
})->with([
    'a vendor' => [
        'SK-02',
        'vendor-9.4-carrick.zip',
        '-',
        ['slot.-.vendor.version' => '9.4', 'slot.-.vendor.channel' => 'stable'],
    ],
    'a root package' => ['SK-06', 'latchkey-4.2.zip', '-', ['slot.-.root' => 'Latchkey 4.2']],
    'a remover' => ['SK-05', 'remove-second-3-splice.zip', '-', ['second.family' => null]],
    'a kernel package' => ['SK-07', 'whetstone-2.1-bowline.zip', 'a', ['slot.a.kernel.name' => 'Whetstone']],
]);

it('writes a kernel image, with which the slot still starts', function () {
    $state = stateOf('SK-09', ['mode' => 'bootloader']);
    $after = $state->with(
        Flash::of(World::package('ferrule-15.1-becket.img'), ['boot'], 'b')->effects($state, World::sheet('becket')),
    );

    expect($after->text('slot.b.kernel.name'))
        ->toBe('Ferrule')
        ->and(BootCheck::obstacle($after, World::sheet('becket'), 'b'))
        ->toBeNull();
});

it('is refused here, and says why', function (Closure $operation, string $unit, array $otherwise, string $why) {
    expect(inTheWay($operation(), stateOf($unit, $otherwise), World::unit($unit)->codename))->toContain($why);
})->with([
    'an erase with an account' => [fn() => new EraseData(), 'SK-09', ['locks.accounts' => true], 'lock its owner out'],
    'an erase of a locked phone' => [
        fn() => new EraseData(),
        'SK-09',
        ['bootloader.unlocked' => false],
        'not known to be unlocked',
    ],
    'a wipe with an account that nobody looked for' => [
        fn() => new Wipe(Wipe::DATA),
        'SK-09',
        ['locks.accounts' => null],
        'lock its owner out',
    ],
    'an unlock that is not allowed' => [
        fn() => new Unlock(),
        'SK-01',
        ['bootloader.unlockAllowed' => false],
        'not allowed in the developer options',
    ],
    'an unlock with an account' => [fn() => new Unlock(), 'SK-01', ['locks.accounts' => true], 'lock its owner out'],
    'a start on a locked phone' => [
        fn() => new BootOnce(World::package('wicket-4.1-becket.img')),
        'SK-09',
        ['bootloader.unlocked' => false],
        'not known to be unlocked',
    ],
    'a recovery for a boot image that is not there' => [
        fn() => new PutRecoveryInBoot(World::package('wicket-4.1-becket.img'), 'a'),
        'SK-09',
        ['slot.a.os.state' => 'incomplete'],
        'no boot image of a build',
    ],
    'a set of another system' => [
        fn() => new RestoreSet(marlSet(['family' => 'Driftglass']), 'internal'),
        'SK-13',
        ['slot.running' => '-'],
        'taken from the system Driftglass; the phone has Lamplight',
    ],
    'a set in a recovery that cannot' => [
        fn() => new RestoreSet(marlSet(), 'internal'),
        'SK-13',
        ['slot.running' => '-', 'slot.-.recovery.abilities' => ['sideload']],
        'makes and restores no backups',
    ],
    'a restart into a system that would not start' => [
        fn() => new Reboot(Mode::Bootloader, Mode::System),
        'SK-06',
        ['slot.-.os.state' => 'incomplete'],
        'would not start',
    ],
    'a restart into data of another system' => [
        fn() => new Reboot(Mode::Recovery, Mode::System),
        'SK-06',
        ['data.writtenBy' => 'Driftglass'],
        'only Driftglass can read the data',
    ],
]);

it('says what it does, where, what is seen and what to do when it fails', function (
    Closure $operation,
    Mode $mode,
    bool $writes,
) {
    $one = $operation();
    $texts = [$one->title(), $one->instruction(), $one->youWillSee(), $one->evidence(), $one->whenItFails()];

    expect($one->mode())
        ->toBe($mode)
        ->and($one->writes())
        ->toBe($writes)
        ->and(min(array_map(strlen(...), $texts)))
        ->toBeGreaterThan(8);
})->with([
    [fn() => new Wipe(Wipe::CACHES), Mode::Recovery, true],
    [fn() => new EraseData(), Mode::Bootloader, true],
    [fn() => new Unlock(), Mode::Bootloader, true],
    [fn() => new BootOnce(World::package('wicket-4.1-becket.img')), Mode::Bootloader, false],
    [fn() => new PutRecoveryInBoot(World::package('wicket-4.1-becket.img'), 'b'), Mode::Recovery, true],
    [fn() => new RestoreSet(marlSet(), 'internal'), Mode::Recovery, true],
    [fn() => new SetSwitches(true), Mode::System, false],
]);

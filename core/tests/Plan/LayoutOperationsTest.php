<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Operation\DeleteLogical;
use Tornavis\Core\Operation\DisableVerification;
use Tornavis\Core\Operation\EnterByKeys;
use Tornavis\Core\Operation\ErasePartitions;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\Install\InstallPackage;
use Tornavis\Core\Operation\LeaveTrial;
use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\PutRecoveryInBoot;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\SetActive;
use Tornavis\Core\Operation\StartTrial;
use Tornavis\Core\Operation\WriteEmptySuper;
use Tornavis\Core\Phone\RecoveryHome;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionLayout;

/*
 * The operations on partitions, slots, storage and modes that a plain install does not need: what each changes, and
 * what stands in its way.
 */

/** @param array<string, mixed> $otherwise */
function prusik(array $otherwise = []): State
{
    return World::unit('SK-11', $otherwise)->state();
}

/** @return array<string, mixed> what an operation changes, without what it leaves as it is */
function changes(Operation $operation, State $state, string $model): array
{
    return $state->changesTo($state->with($operation->effects($state, World::sheet($model))));
}

function standsInTheWay(Operation $operation, State $state, string $model): string
{
    return implode(' ', $operation->refusals($state, World::sheet($model)));
}

$empty = fn(string $slot): WriteEmptySuper => new WriteEmptySuper(World::package('empty-super-prusik.img'), $slot);
$off = fn(string $slot): DisableVerification => new DisableVerification(
    World::package('verify-11.1.2-prusik.img'),
    ['verify'],
    $slot,
);

it('takes the system of a slot with its partitions, and nothing else', function () {
    $changes = changes(new ErasePartitions(['system', 'product', 'vendor'], 'a'), prusik(), 'prusik');

    expect($changes)
        ->toMatchArray([
            'slot.a.layout' => PartitionLayout::Erased->value,
            'slot.a.os.state' => 'none',
            'slot.a.os.family' => null,
            'slot.a.os.buildId' => null,
        ])
        ->and(
            array_filter(
                array_keys($changes),
                static fn(string $name): bool => !str_starts_with($name, 'slot.a.os.') && $name !== 'slot.a.layout',
            ),
        )
        ->toBe([]);
});

it('writes the empty layout for the active slot, once its old partitions are gone', function () use ($empty) {
    expect(standsInTheWay($empty('b'), prusik(), 'prusik'))
        ->toContain('written for the active slot')
        ->and(standsInTheWay($empty('a'), prusik(), 'prusik'))
        ->toContain('have to be erased first')
        ->and(standsInTheWay($empty('a'), prusik(['slot.a.os.state' => 'none']), 'prusik'))
        ->toBe('')
        ->and(changes($empty('a'), prusik(['slot.a.os.state' => 'none']), 'prusik'))
        ->toBe(['slot.a.layout' => PartitionLayout::Dynamic->value]);
});

it('refuses a layout that is larger than the phone', function () {
    $large = new WriteEmptySuper(World::altered('empty-super-prusik.img', ['superBytes' => 9 << 30]), 'a');

    expect(standsInTheWay($large, prusik(['slot.a.os.state' => 'none']), 'prusik'))->toContain(
        'the phone has 3221225472',
    );
});

it('switches verification off in one slot, and needs an unlocked bootloader for it', function () use ($off) {
    expect(changes($off('a'), prusik(), 'prusik'))
        ->toBe(['slot.a.verification.on' => false])
        ->and(changes($off('b'), prusik(), 'prusik'))
        ->toBe(['slot.b.verification.of' => '11.1.2', 'slot.b.verification.on' => false])
        ->and(standsInTheWay($off('a'), prusik(['bootloader.unlocked' => false]), 'prusik'))
        ->toContain('unlocked');
});

it('leads to the recovery by keys alone while the layout is gone', function () {
    $gone = prusik([
        'mode' => 'bootloader',
        'slot.a.layout' => PartitionLayout::Erased->value,
        'slot.a.recovery.family' => 'Wicket',
    ]);

    expect(standsInTheWay(new Reboot(Mode::Bootloader, Mode::Recovery), $gone, 'prusik'))
        ->toContain('only the keys')
        ->and(standsInTheWay(new EnterByKeys(Mode::Bootloader, Mode::Recovery, []), $gone, 'prusik'))
        ->toBe('')
        ->and(standsInTheWay(new EnterByKeys(Mode::Bootloader, Mode::Recovery, []), prusik(), 'prusik'))
        ->toContain('no recovery')
        ->and(changes(new EnterByKeys(Mode::Bootloader, Mode::Recovery, []), $gone, 'prusik'))
        ->toBe(['mode' => 'recovery', 'slot.running' => 'a']);
});

it('keeps a recovery from starting while verification is on', function () {
    $foreign = prusik(['slot.a.recovery.family' => 'Wicket', 'slot.a.image.boot' => 'Wicket 4.1']);

    expect(standsInTheWay(new Reboot(Mode::Bootloader, Mode::Recovery), $foreign, 'prusik'))
        ->toContain('Verification is on')
        ->and(
            standsInTheWay(
                new Reboot(Mode::Bootloader, Mode::Recovery),
                $foreign->with(['slot.a.verification.on' => false]),
                'prusik',
            ),
        )
        ->toBe('');
});

it('copies the firmware of the running slot over, and lands in the other one', function () {
    $copy = InstallPackage::of(World::package('slot-copy-1.2.zip'), 'b');
    $running = prusik(['slot.running' => 'a', 'mode' => 'sideload']);

    expect(changes($copy, $running, 'prusik'))
        ->toMatchArray(['slot.b.firmware.version' => '11.1.2'])
        ->and(standsInTheWay($copy, $running, 'prusik'))
        ->toBe('')
        ->and(standsInTheWay($copy, prusik(['slot.running' => 'b']), 'prusik'))
        ->toContain('would land in slot a');
});

it('refuses a build where its partitions are missing', function () {
    $build = InstallPackage::of(World::altered('saltern-13.4-20260802-prusik.zip', ['firmwareMin' => null]), 'b');

    expect(standsInTheWay($build, prusik(['slot.running' => 'a']), 'prusik'))
        ->toContain('the new layout is missing')
        ->and(
            standsInTheWay(
                $build,
                prusik(['slot.running' => 'a', 'slot.b.layout' => PartitionLayout::Dynamic->value]),
                'prusik',
            ),
        )
        ->toBe('');
});

it('copies to storage that can be read at that moment, and to no other', function (
    string $place,
    array $otherwise,
    string $why,
) {
    $state = World::unit('SK-06', ['mode' => 'recovery', ...$otherwise])->state();

    expect(standsInTheWay(new CopyTo(World::package('latchkey-4.2.zip'), $place), $state, 'marl'))->toContain($why);
})->with([
    'encrypted storage' => ['internal', [], 'cannot open the encrypted storage'],
    'encrypted storage that the recovery opens' => [
        'internal',
        ['slot.-.recovery.abilities' => ['decrypt'], 'slot.running' => '-'],
        '',
    ],
    'storage that was formatted and not seen since' => [
        'internal',
        ['data.empty' => true, 'storage.stale' => true],
        'has not restarted since the format',
    ],
    'storage that was formatted' => ['internal', ['data.empty' => true, 'storage.stale' => false], ''],
    'a card that is full' => ['card', ['card.freeBytes' => 10], 'The card has 10 bytes free'],
    'a card with room' => ['card', ['card.freeBytes' => 1 << 30], ''],
]);

it('installs from storage only what was copied there', function () {
    $install = InstallPackage::of(World::package('latchkey-4.2.zip'), '-', 'card');
    $before = World::unit('SK-06', ['mode' => 'recovery', 'slot.running' => '-'])->state();
    $copied = $before->with(
        (new CopyTo(World::package('latchkey-4.2.zip'), 'card'))->effects($before, World::sheet('marl')),
    );

    expect(standsInTheWay($install, $before, 'marl'))
        ->toContain('would not lie on the memory card')
        ->and(standsInTheWay($install, $copied, 'marl'))
        ->toBe('')
        ->and([$install->name()->value, $install->mode(), $install->title()])
        ->toBe(['install', Mode::Recovery, 'Install Latchkey 4.2 from the memory card']);
});

it('puts a recovery beside what is there', function (RecoveryHome $home, string $mode, array $otherwise, string $why) {
    // Only vendor boot has a form of its own; elsewhere it is a boot image.
    $file = $home === RecoveryHome::VendorBoot ? 'wicket-4.1-bowline.img' : 'wicket-4.1-becket.img';
    $put = new PutRecoveryInBoot(World::package($file), 'a', $home);
    $state = World::unit('SK-07', ['slot.running' => 'a', ...$otherwise])->state();

    expect($put->mode()->value)
        ->toBe($mode)
        ->and(changes($put, $state, 'bowline'))
        ->toMatchArray(['slot.a.recovery.family' => 'Wicket', 'slot.a.recovery.version' => '4.1'])
        ->not->toHaveKey('slot.a.image.vendor_boot')
        ->and(standsInTheWay($put, $state, 'bowline'))
        ->toContain($why);
})->with([
    'in vendor boot' => [RecoveryHome::VendorBoot, 'bootloader', [], ''],
    'in vendor boot of a locked phone' => [
        RecoveryHome::VendorBoot,
        'bootloader',
        ['bootloader.unlocked' => false],
        'unlocked',
    ],
    'by another one that runs' => [RecoveryHome::Own, 'recovery', ['recovery.running' => ['sideload']], ''],
    'by another one that does not run' => [RecoveryHome::Own, 'recovery', [], 'No running recovery is known'],
    'into boot of the slot that is not the active one' => [
        RecoveryHome::Boot,
        'recovery',
        ['slot.active' => 'b'],
        'which would be b',
    ],
]);

it('takes a logical partition, and its system with it', function () {
    $state = World::unit('SK-07')->state();
    $nothing = $state->with(['slot.b.os.state' => 'none']);

    expect(changes(new DeleteLogical('product', 'b', 1 << 20), $state, 'bowline'))
        ->toEqual(['slot.b.size.product' => 0, 'slot.b.os.state' => 'incomplete'])
        ->and(changes(new DeleteLogical('product', 'b', 1 << 20), $nothing, 'bowline'))
        ->toBe(['slot.b.size.product' => 0])
        ->and(changes(new DeleteLogical('system', 'b', 1 << 20), $state, 'bowline'))
        ->toMatchArray(['slot.b.os.state' => 'none', 'slot.b.os.family' => null])
        ->and(changes(new DeleteLogical('vendor', 'a', 1 << 20), $state, 'bowline'))
        ->toEqual(['slot.a.size.vendor' => 0, 'slot.a.os.state' => 'incomplete'])
        ->and(changes(new DeleteLogical('vendor', 'b', 1 << 20), $nothing, 'bowline'))
        ->toBe(['slot.b.size.vendor' => 0])
        ->and(standsInTheWay(new DeleteLogical('modem', 'b', 1), $state, 'bowline'))
        ->toContain('does not lie inside super');
});

it('puts a generic system on the base that is there', function () {
    $flash = Flash::of(World::package('saltern-generic-15-arm64.img'), ['system'], 'a', Mode::UserspaceBootloader);
    $once = World::unit('SK-07')->state();
    $changes = changes($flash, $once, 'bowline');
    $again = changes($flash, $once->with($changes), 'bowline');

    expect($changes)
        ->toMatchArray([
            'slot.a.os.family' => 'Saltern Generic',
            'slot.a.os.base' => 'deck-14.0.8-of301',
            'slot.a.os.stock' => false,
            'slot.a.size.system' => 24_576 * 4096,
        ])
        ->not->toHaveKey('slot.a.image.boot')
        ->and($again)
        ->not->toHaveKey('slot.a.os.base');
});

it('tries a system beside the installed one, and leaves nothing of it', function () {
    $state = World::unit('SK-07', ['data.freeBytes' => 4 << 30])->state();
    $start = new StartTrial(World::package('saltern-generic-15-arm64.img'), 3 << 30);
    $running = $state->with($start->effects($state, World::sheet('bowline')));

    expect(changes($start, $state, 'bowline'))
        ->toBe(['trial.family' => 'Saltern Generic', 'trial.version' => '15'])
        ->and(
            standsInTheWay(new StartTrial(World::package('saltern-generic-15-arm64.img'), 5 << 30), $state, 'bowline'),
        )
        ->toContain('bytes free')
        ->and(standsInTheWay(new LeaveTrial(), $state, 'bowline'))
        ->toContain('No trial')
        ->and(changes(new LeaveTrial(), $running, 'bowline'))
        ->toBe(['trial.family' => null, 'trial.version' => null]);
});

it('empties the data by PC flash only with a system, and loses a recovery that has not run', function () {
    $state = World::unit('SK-01', ['bootloader.unlocked' => true, 'locks.accounts' => false])->state();
    $recovery = Flash::of(World::package('wicket-3.6-halyard.img'), ['recovery'], '-', Mode::Download);
    $bundle = Flash::of(World::package('tarnos-4.1.2-halyard.tar'), ['boot', 'system'], '-', Mode::Download);
    $written = $state->with($recovery->effects($state, World::sheet('halyard')));

    expect($recovery->losses($state))
        ->toBe([])
        ->and($recovery->name()->value)
        ->toBe('pc-flash')
        ->and($written->flag('recovery.pending'))
        ->toBeTrue()
        ->and($bundle->losses($state))
        ->toContain(LossClass::Photos)
        ->and($bundle->effects($state, World::sheet('halyard'))['data.empty'])
        ->toBeTrue()
        ->and(changes(new Reboot(Mode::Download, Mode::System), $written, 'halyard'))
        ->toMatchArray(['slot.-.recovery.family' => null, 'recovery.pending' => false])
        ->and(changes(new EnterByKeys(Mode::Download, Mode::Recovery, []), $written, 'halyard'))
        ->not->toHaveKey('slot.-.recovery.family')
        ->and(standsInTheWay($bundle, $state->with(['locks.accounts' => true]), 'halyard'))
        ->toContain('lock its owner out');
});

it('makes a slot active from the userspace bootloader too', function () {
    expect((new SetActive('b', Mode::UserspaceBootloader))->mode())
        ->toBe(Mode::UserspaceBootloader)
        ->and(changes(new SetActive('b', Mode::UserspaceBootloader), prusik(), 'prusik'))
        ->toBe(['slot.active' => 'b']);
});

it('has words for every step of these', function (Closure $operation) {
    foreach (['title', 'instruction', 'youWillSee', 'evidence', 'whenItFails'] as $part) {
        expect(strlen($operation()->{$part}()))->toBeGreaterThan(8, $part);
    }
    expect($operation()->writes())->toBeBool();
})->with([
    'erase' => [fn() => new ErasePartitions(['system'], 'a')],
    'layout' => [fn() => $empty('a')],
    'verification' => [fn() => $off('-')],
    'keys' => [fn() => new EnterByKeys(Mode::System, Mode::Download, World::sheet('halyard')->keys['download'])],
    'copy' => [fn() => new CopyTo(World::package('latchkey-4.2.zip'), 'internal')],
    'remove' => [fn() => new DeleteLogical('product', '-', 1 << 20)],
    'trial' => [fn() => new StartTrial(World::package('saltern-generic-15-arm64.img'), 1)],
    'leave' => [fn() => new LeaveTrial()],
    'put' => [fn() => new PutRecoveryInBoot(World::package('wicket-4.1-bowline.img'), 'a', RecoveryHome::Own)],
]);
